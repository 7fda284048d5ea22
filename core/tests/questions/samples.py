"""Questions that the tests of this folder draw from."""

from __future__ import annotations

from fractions import Fraction
from typing import Any

from pydantic import TypeAdapter
from unvo_core.answers.kinds import Key, NumberAsked
from unvo_core.answers.numbers import Nearness, Tolerance
from unvo_core.questions.model import Derived, Field, OneOf, Parameter, Question, Range, Shown

QUESTION: TypeAdapter[Any] = TypeAdapter(Question)


def number(text: str, *wrong: Key, decimals: int = 3, **more: Any) -> NumberAsked:
    return NumberAsked(keys=(Key(text), *wrong), tolerance=Tolerance(Nearness.DECIMALS, Fraction(decimals)), **more)


LATITUDE = Question(
    text="<p>A line runs [[d]] m at an azimuth of [[az]]. What is its latitude, in metres? Give three decimals.</p>",
    parameters=(
        Parameter(name="d", drawn=Range(least=Fraction(50), most=Fraction(90), step=Fraction("0.01"))),
        Parameter(
            name="az",
            drawn=Range(least=Fraction(0), most=Fraction(360) - Fraction(1, 60), step=Fraction(1, 60)),
            only_if="abs(cos(az)) > 0.05",
            shown=Shown.DEGREES,
        ),
        Parameter(name="lat", drawn=Derived(formula="d cos(az)")),
    ),
    fields=(
        Field(
            name="a",
            asked=number(
                "lat",
                Key("d sin(az)", Fraction(1, 3), "That is the departure: latitude goes with the cosine."),
                Key("-lat", Fraction(1, 3), "Look at the quadrant: which way does the line run?"),
            ),
        ),
    ),
    solution="<p>[[d]] · cos [[az]] = [[lat]] m</p>",
)


def small(formula: str, *, least: int = -3, most: int = 3, only_if: str = "", **more: Any) -> Question:
    """One parameter of few values, and a number worked out of it."""
    return Question(
        text="<p>[[n]]</p>",
        parameters=(Parameter(name="n", drawn=Range(least=Fraction(least), most=Fraction(most)), only_if=only_if),),
        fields=(Field(name="a", asked=number(formula, **more)),),
    )


WORDS = Question(
    text="<p>The [[who]] reads [[n]].</p>",
    parameters=(
        Parameter(name="who", drawn=OneOf(values=("rodman", "recorder"), words=True)),
        Parameter(name="n", drawn=OneOf(values=("1.250", "sqrt(2)", "7/3"))),
    ),
    fields=(Field(name="a", asked=number("2n")),),
)
