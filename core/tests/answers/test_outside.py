"""Against the outside: SymPy as the judge of equal formulas, pint for units, CODATA for numbers with many figures."""

from __future__ import annotations

import random
import re
import unittest
from collections.abc import Iterator
from fractions import Fraction
from math import isclose

import pint
import scipy.constants
import sympy
from unvo_core.answers.evaluate import evaluate
from unvo_core.answers.form_errors import FormError
from unvo_core.answers.formulas import Variable, compare
from unvo_core.answers.judge import judge
from unvo_core.answers.judged import Judged
from unvo_core.answers.judging_maths import Setting
from unvo_core.answers.kinds import Key, NumberAsked
from unvo_core.answers.measures import converted
from unvo_core.answers.numbers import Nearness, Tolerance
from unvo_core.answers.reading import read
from unvo_core.answers.tokens import Vocabulary
from unvo_core.answers.tree import Node
from unvo_core.answers.units import read_unit, symbols
from unvo_core.answers.values import Undefined, middle

NAMES = ("x", "y")
VARIABLES = (Variable("x"), Variable("y"))
X, Y = sympy.symbols("x y", positive=True)


def tree(text: str) -> Node:
    found = read(text, Vocabulary(NAMES))
    assert not isinstance(found, FormError), (text, found)
    return found


def ours(expression: sympy.Expr) -> str:
    """SymPy's own way of writing, with the names that differ."""
    return str(expression).replace("log(", "ln(").replace("Abs(", "abs(").replace("E", "e").replace("exp(", "exp(")


def drawn(rng: random.Random, depth: int) -> sympy.Expr:
    if depth == 0 or rng.random() < 0.15:
        return rng.choice(
            [X, Y, sympy.Integer(rng.randint(1, 9)), sympy.Rational(rng.randint(1, 9), rng.randint(2, 9))]
        )
    a, b = drawn(rng, depth - 1), drawn(rng, depth - 1)
    return rng.choice(
        [
            lambda: a + b,
            lambda: a - b,
            lambda: a * b,
            lambda: a / (1 + b**2),
            lambda: a ** rng.randint(2, 3),
            lambda: sympy.sqrt(1 + a**2),
            lambda: sympy.sin(a),
            lambda: sympy.exp(-(a**2)),
            lambda: sympy.log(2 + b**2),
        ]
    )()


REWRITTEN = (
    sympy.expand,
    sympy.factor,
    sympy.together,
    sympy.expand_trig,
    lambda e: sympy.expand(e * (1 + X)) / (1 + X),
)


def pairs(seed: str, count: int) -> Iterator[tuple[sympy.Expr, sympy.Expr]]:
    rng = random.Random(seed)
    for number in range(count):
        one = drawn(rng, rng.randint(1, 3))
        yield one, REWRITTEN[number % len(REWRITTEN)](one)


def said(one: str, other: str) -> bool:
    return compare(tree(one), tree(other), VARIABLES, seed=one).equal


class Formulas(unittest.TestCase):
    def test_equal_pairs_by_sympy(self) -> None:
        """What SymPy has rewritten is equal; a pair is passed over only where a formula is too large to be an answer."""
        seen = 0
        for one, other in pairs("equal", 2000):
            texts = ours(one), ours(other)
            if any(isinstance(read(t, Vocabulary(NAMES)), FormError) for t in texts):
                self.assertTrue(max(map(len, texts)) > 200, texts)
                continue
            with self.subTest(one=texts[0], other=texts[1]):
                self.assertTrue(said(*texts))
                seen += 1
        self.assertGreater(seen, 1700)

    def test_pairs_that_sympy_tells_apart(self) -> None:
        """Independent pairs and those with a small part added: equal here exactly when SymPy's difference is nought."""
        rng, seen = random.Random("apart"), 0
        for number in range(2000):
            one = drawn(rng, rng.randint(1, 3))
            other = drawn(rng, 2) if number % 2 else one + sympy.Rational(1, 10 ** rng.randint(3, 15)) * drawn(rng, 1)
            texts = ours(one), ours(other)
            if any(isinstance(read(t, Vocabulary(NAMES)), FormError) for t in texts):
                continue
            point = {X: sympy.Rational(13, 7), Y: sympy.Rational(9, 11)}
            apart = abs(sympy.N((one - other).subs(point), 60))
            beyond = any(len(exponent) > 4 for exponent in re.findall(r"exp\(-(\d+)", " ".join(texts)))
            if 0 < apart < sympy.Float("1e-35") or beyond:  # nearer to each other, or to nought, than 128 bits tell
                continue
            differs = bool(apart > 0)
            with self.subTest(one=texts[0], other=texts[1]):
                self.assertEqual(said(*texts), not differs)
                seen += differs
        self.assertGreater(seen, 1700)

    def test_twenty_thousand_near_pairs_none_of_which_passes(self) -> None:
        """A coefficient, an exponent or a constant that is off in its 6th to 18th figure."""
        rng, passed = random.Random("near"), []
        for number in range(20_000):
            off = Fraction(1, 10 ** rng.randint(6, 18)) * rng.choice((1, -1))
            a, b, n = rng.randint(1, 99), rng.randint(1, 99), rng.randint(2, 5)
            wrong = Fraction(a) * (1 + off)
            one, other = (
                (f"{a}x^{n}-{b}y", f"{wrong.numerator}/{wrong.denominator}*x^{n}-{b}y"),
                (f"({a}x+{b})/(y+{n})", f"({a}x+{wrong.numerator * b}/{wrong.denominator * a})/(y+{n})"),
                (f"{a}x y+{b}", f"{a}x y+{b}+{off.numerator}/{off.denominator}"),
                (f"{a}(x+y)^{n}", f"{a}(x+y)^{n}+{off.numerator}/{off.denominator}*x"),
            )[number % 4]
            if said(one, other):
                passed.append((one, other))
        self.assertEqual(passed, [])

    def test_irrational_near_pairs(self) -> None:
        for one, other in (
            ("pi x", "3.141592653589793 x"),
            ("e^x", "2.718281828459045^x"),
            ("sqrt(2) y", "1.4142135623730951 y"),
            ("sin(x)", "x-x^3/6+x^5/120-x^7/5040"),
            ("ln(x)", "1000*(x^0.001-1)"),
        ):
            with self.subTest(one):
                self.assertFalse(said(one, other))

    def test_values_against_sympy(self) -> None:
        """Each value within its stated error of SymPy's at 50 digits."""
        rng, seen = random.Random("values"), 0
        for _ in range(400):
            expression = drawn(rng, 3).subs(
                {X: sympy.Rational(rng.randint(1, 40), 7), Y: sympy.Rational(5, rng.randint(2, 9))}
            )
            text = ours(expression)
            node = read(text, Vocabulary(NAMES))
            if isinstance(node, FormError):
                continue
            try:
                value = evaluate(node, {})
            except Undefined:
                continue
            expected = sympy.N(expression, 50)
            got = sympy.N(sympy.Rational(middle(value).numerator, middle(value).denominator), 50)
            self.assertLess(abs(got - expected), abs(expected) * sympy.Float("1e-30") + sympy.Float("1e-30"), text)
            seen += 1
        self.assertGreater(seen, 350)


class Units(unittest.TestCase):
    PINT = {
        **{
            "°": "degree",
            "′": "arcminute",
            "″": "arcsecond",
            "a": "are",
            "ha": "hectare",
            "t": "metric_ton",
            "ohm": "ohm",
        },
        **{"ftUS": "survey_foot", "ch": "chain", "link": "link", "rod": "rod", "nmi": "nautical_mile", "kn": "knot"},
        **{
            "L": "liter",
            "C": "coulomb",
            "F": "farad",
            "T": "tesla",
            "d": "day",
            "h": "hour",
            "in": "inch",
            "gon": "grade",
        },
        **{
            "lbf": "force_pound",
            "Wh": "watt_hour",
            "%": "percent",
            "acre": "international_acre",
            "acres": "international_acre",
            "g": "gram",
            "mi": "mile",
        },
    }

    def test_every_unit_against_pint(self) -> None:
        """Factor to the base units, and the dimension by way of a conversion that pint allows."""
        registry, seen = pint.UnitRegistry(), 0
        registry.define("international_acre = 43560 * foot ** 2")
        base = ("meter", "kilogram", "second", "ampere", "kelvin", "mole", "candela", "turn")
        others = {"hbar", "mcd"}  # pint reads them as Planck's constant and a microday
        for symbol, unit in symbols().items():
            if symbol in others:
                continue
            name = self.PINT.get(symbol, symbol)
            if unit.offset or not (name.isidentifier() or name in self.PINT.values()) or not _has(registry, name):
                continue
            factor = float(unit.factor) * scipy.constants.pi**unit.pi_power
            target = (
                " * ".join(f"{b} ** {p}" for b, p in zip(base, unit.dimension, strict=True) if p) or "dimensionless"
            )
            with self.subTest(symbol):
                self.assertTrue(isclose(registry.Quantity(1, name).to(target).magnitude, factor, rel_tol=1e-9))
                seen += 1
        self.assertGreater(seen, 60)

    def test_conversions_against_pint(self) -> None:
        registry = pint.UnitRegistry()
        for amount, given, asked, name, other in (
            ("36", "km/h", "m/s", "km/hour", "m/s"),
            ("1.5", "kN m", "J", "kN*m", "J"),
            ("2", "g/cm^3", "kg/m^3", "g/cm**3", "kg/m**3"),
            ("180", "°", "rad", "degree", "radian"),
            ("25", "°C", "K", "degC", "kelvin"),
            ("98.6", "°F", "°C", "degF", "degC"),
            ("1", "J/(kg K)", "kJ/(kg K)", "J/(kg*K)", "kJ/(kg*K)"),
            ("12", "m s⁻²", "ft/s^2", "m/s**2", "ft/s**2"),
        ):
            with self.subTest(given):
                value = converted(Fraction(amount), read_unit(given), read_unit(asked))
                expected = registry.Quantity(float(amount), name).to(other).magnitude
                self.assertTrue(
                    isclose(float(middle(value)), expected, rel_tol=1e-12), (float(middle(value)), expected)
                )


class Constants(unittest.TestCase):
    def test_codata_to_the_figures_asked(self) -> None:
        """Source: CODATA recommended values as `scipy.constants` ships them."""
        for name, unit in (
            ("speed of light in vacuum", "m/s"),
            ("Planck constant", "J s"),
            ("elementary charge", "C"),
            ("Boltzmann constant", "J/K"),
            ("standard acceleration of gravity", "m/s^2"),
            ("electron mass", "kg"),
        ):
            value = scipy.constants.value(name)
            for figures in (3, 4, 5):
                asked = NumberAsked(
                    keys=(Key(f"{value:.15e}"),), unit=unit, tolerance=Tolerance(Nearness.FIGURES, Fraction(figures))
                )
                right, short = f"{value:.{figures - 1}e} {unit}", f"{value:.{figures - 2}e} {unit}"
                last = Fraction(f"{value:.{figures - 1}e}") + 2 * Fraction(10) ** (
                    int(f"{value:e}".partition("e")[2]) - figures + 1
                )
                setting = Setting(values={})
                with self.subTest(name=name, figures=figures):
                    self.assertEqual(
                        judge(asked, right, setting), Judged(Fraction(1), (), _latex(judge(asked, right, setting)))
                    )
                    found = judge(asked, short, setting)
                    self.assertEqual(found.code if isinstance(found, FormError) else found, "too_few_figures")
                    off = judge(asked, f"{float(last):.{figures - 1}e} {unit}", setting)
                    self.assertTrue(isinstance(off, Judged) and not off.right)


def _has(registry: pint.UnitRegistry, name: str) -> bool:
    try:
        return name in registry
    except AssertionError:
        return False


def _latex(found: Judged | FormError) -> str:
    return found.latex
