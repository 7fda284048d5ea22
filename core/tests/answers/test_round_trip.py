"""A tree written as text reads back as itself, and trees that differ look different."""

from __future__ import annotations

import unittest

from hypothesis import given, settings
from unvo_core.answers.reading import read
from unvo_core.answers.tokens import Vocabulary
from unvo_core.answers.tree import Node
from unvo_core.answers.writing import as_latex, as_text

from core.tests.answers.trees import VOCABULARY, trees


class RoundTrip(unittest.TestCase):
    @settings(max_examples=2500, deadline=None)
    @given(trees)
    def test_text_reads_back(self, tree: Node) -> None:
        self.assertEqual(read(as_text(tree), VOCABULARY), tree, as_text(tree))

    @settings(max_examples=1500, deadline=None)
    @given(trees, trees)
    def test_latex_differs_where_trees_differ(self, one: Node, other: Node) -> None:
        self.assertEqual(as_latex(one) == as_latex(other), one == other, as_latex(one))

    def test_latex_of_near_trees_differs(self) -> None:
        """Pairs that a reader takes for one another, each read from a text."""
        for one, other in (
            ("-4*4^x/10", "-4*4^(x/10)"),
            ("1/2x", "1/(2x)"),
            ("-x^2", "(-x)^2"),
            ("a-b-c", "a-(b-c)"),
            ("a+b+c", "a+(b+c)"),
            ("a/b/c", "a/(b/c)"),
            ("-(a b)", "-a b"),
            ("2^3!", "(2^3)!"),
            ("x^y^t", "(x^y)^t"),
            ("sqrt(x)", "x^(1/2)"),
            ("2(x)", "2*x"),
            ("sin(x)^2", "sin(x^2)"),
            ("1.2", "1.20"),
        ):
            with self.subTest(one):
                vocabulary = Vocabulary(("a", "b", "c", "x", "y", "t"))
                read_one, read_other = read(one, vocabulary), read(other, vocabulary)
                self.assertNotEqual(read_one, read_other)
                self.assertNotEqual(as_latex(read_one), as_latex(read_other))
