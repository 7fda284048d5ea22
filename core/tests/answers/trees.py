"""Random trees as the reader could have built them, and the names that stand in them."""

from __future__ import annotations

from hypothesis import strategies as st
from unvo_core.answers.functions import ARGUMENTS
from unvo_core.answers.tokens import Vocabulary
from unvo_core.answers.tree import Angle, Binary, Call, Factorial, Mixed, Name, Negative, Node, Number

VOCABULARY = Vocabulary(("x", "y", "t", "alpha", "x_1"), mixed=True)
whole = st.integers(0, 9999).map(str)
numbers = st.one_of(
    whole.map(Number),
    st.builds(lambda a, b: Number(f"{a}.{b}"), whole, st.integers(0, 999).map(str)),
    st.builds(lambda a, b: Number(f"{a}e{b}"), st.integers(1, 9), st.integers(-20, 20)),
)
mixed = st.integers(2, 30).flatmap(
    lambda bottom: st.builds(
        lambda a, b: Mixed(str(a), str(b), str(bottom)), st.integers(1, 20), st.integers(1, bottom - 1)
    )
)
angles = st.one_of(
    st.builds(Angle, st.integers(0, 360).map(str)),
    st.builds(Angle, st.integers(0, 360).map(str), st.integers(0, 59).map(str)),
    st.builds(Angle, st.integers(0, 360).map(str), st.integers(0, 59).map(str), st.sampled_from(["0", "59", "30.5"])),
)
names = st.sampled_from([*VOCABULARY.names, "pi", "e"]).map(Name)


def _factor(node: Node) -> bool:
    """What can stand behind another factor without a sign: anything in brackets, or what begins with a name."""
    return not isinstance(node, Number | Angle | Mixed)


def _grown(inner: st.SearchStrategy[Node]) -> st.SearchStrategy[Node]:
    calls = st.sampled_from(sorted(ARGUMENTS)).flatmap(
        lambda f: st.lists(inner, min_size=ARGUMENTS[f][0], max_size=min(3, ARGUMENTS[f][1])).map(
            lambda a: Call(f, tuple(a))
        )
    )
    return st.one_of(
        st.builds(Negative, inner),
        st.builds(Factorial, inner),
        st.builds(Binary, st.sampled_from("+-*/^"), inner, inner),
        st.builds(lambda a, b: Binary("*", a, b, implied=True), inner, inner.filter(_factor)),
        calls,
    )


trees = st.recursive(st.one_of(numbers, names, angles, mixed), _grown, max_leaves=18)
