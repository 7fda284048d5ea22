"""Units of measurement: read, told apart by dimension, converted exactly.

Factors to the base units of the SI. Source: the SI Brochure, 9th edition (2019), tables 2 to 8, and NIST Special
Publication 811 (2008), appendix B, for the foot, the US survey foot, the acre, the pound and the horsepower; from
memory, checked against `pint` in the tests.
"""

from __future__ import annotations

import re
from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from difflib import get_close_matches
from fractions import Fraction
from functools import cache
from types import MappingProxyType
from typing import TypeAlias

from unvo_core.answers.form_errors import refuse

BASES = ("m", "kg", "s", "A", "K", "mol", "cd", "turn")
"""An angle has a dimension of its own here, so that degrees and radians are told from bare numbers."""
Dimension: TypeAlias = tuple[int, ...]
MOST_POWER = 12


@dataclass(frozen=True, slots=True)
class Unit:
    """`factor` base units times pi to `pi_power`; for a temperature scale, `offset` is its nought in kelvin."""

    dimension: Dimension
    factor: Fraction
    offset: Fraction = Fraction(0)
    pi_power: int = 0

    def __mul__(self, other: Unit) -> Unit:
        joined = tuple(a + b for a, b in zip(self.dimension, other.dimension, strict=True))
        return Unit(joined, self.factor * other.factor, pi_power=self.pi_power + other.pi_power)

    def times(self, factor: Fraction | str) -> Unit:
        return Unit(self.dimension, self.factor * Fraction(factor), pi_power=self.pi_power)

    def raised(self, power: int) -> Unit:
        return Unit(tuple(d * power for d in self.dimension), self.factor**power, pi_power=self.pi_power * power)


NONE = Unit((0,) * len(BASES), Fraction(1))
PREFIXED = """
m     1                m             metre metres meter meters
g     1/1000           kg
s     1                s             sec second seconds
A     1                A
K     1                K
mol   1                mol
cd    1                cd
L     1/1000           m3            l litre litres
N     1                kg,m,s-2
Pa    1                kg,m-1,s-2
J     1                kg,m2,s-2
W     1                kg,m2,s-3
Hz    1                s-1
C     1                A,s
V     1                kg,m2,s-3,A-1
ohm   1                kg,m2,s-3,A-2 Ω
F     1                kg-1,m-2,s4,A2
T     1                kg,s-2,A-1
bar   100000           kg,m-1,s-2
eV    1.602176634e-19  kg,m2,s-2
Wh    3600             kg,m2,s-2
gon   1/400            turn          gons
"""
"""Those that take prefixes: symbol, factor, base units, other spellings."""
WHOLE = """
min   60               s             minute minutes
h     3600             s             hr hour hours
d     86400            s             day days
t     1000             kg            tonne tonnes
ha    10000            m2            hectare hectares
a     100              m2
atm   101325           kg,m-1,s-2
in    0.0254           m             inch inches
ft    0.3048           m             foot feet
yd    0.9144           m             yard yards
mi    1609.344         m             mile miles
ftUS  1200/3937        m             sft
link  792/3937         m             links
rod   19800/3937       m             rods
ch    79200/3937       m             chain chains
acre  4046.8564224     m2            acres
lb    0.45359237       kg
oz    0.028349523125   kg
lbf   4.4482216152605  kg,m,s-2
nmi   1852             m
kn    1852/3600        m,s-1
rpm   1/60             turn,s-1
%     1/100            -
ppm   1/1000000        -
°     1/360            turn          deg degree degrees
′     1/21600          turn          '
″     1/1296000        turn          "
"""
PREFIXES: Mapping[str, Fraction] = MappingProxyType(
    {
        **{"T": Fraction(10**12), "G": Fraction(10**9), "M": Fraction(10**6), "k": Fraction(1000), "h": Fraction(100)},
        **{"d": Fraction(1, 10), "c": Fraction(1, 100), "m": Fraction(1, 1000), "µ": Fraction(1, 10**6)},
        **{"u": Fraction(1, 10**6), "μ": Fraction(1, 10**6), "n": Fraction(1, 10**9), "p": Fraction(1, 10**12)},
    }
)
TURN, KELVIN = (tuple(int(base == own) for base in BASES) for own in ("turn", "K"))
RADIAN = Unit(TURN, Fraction(1, 2), pi_power=-1)
CELSIUS = Unit(KELVIN, Fraction(1), Fraction("273.15"))
FAHRENHEIT = Unit(KELVIN, Fraction(5, 9), Fraction("459.67") * Fraction(5, 9))
BY_HAND = {
    **{"rad": RADIAN, "mrad": RADIAN.times("1/1000")},
    **{"°C": CELSIUS, "degC": CELSIUS, "°F": FAHRENHEIT, "degF": FAHRENHEIT},
}


def _read_table(table: str) -> dict[str, tuple[Unit, tuple[str, ...]]]:
    found = {}
    for line in table.strip().splitlines():
        symbol, factor, bases, *spellings = line.split()
        powers = dict.fromkeys(BASES, 0)
        for base, power in re.findall(r"([A-Za-z]+)(-?\d*)", bases):
            powers[base] = int(power or 1)
        found[symbol] = Unit(tuple(powers.values()), Fraction(factor)), tuple(spellings)
    return found


@cache
def symbols() -> Mapping[str, Unit]:
    """Every spelling of every unit without a power."""
    plain = {**_read_table(PREFIXED), **_read_table(WHOLE)}
    prefixed = {
        prefix + symbol: unit.times(factor)
        for symbol, (unit, _) in _read_table(PREFIXED).items()
        for prefix, factor in PREFIXES.items()
    }
    spelled = {spelling: unit for unit, spellings in plain.values() for spelling in spellings}
    return prefixed | spelled | {symbol: unit for symbol, (unit, _) in plain.items()} | BY_HAND


SCANNER = re.compile(
    r"""\s*(?:(?P<symbol>°[CF]|[A-Za-zµμΩ]+|[%°′″'"])
    |(?P<power>\^?\s*[-−]?\d+|⁻?[⁰¹²³⁴⁵⁶⁷⁸⁹]+)
    |(?P<sign>[*·⋅×/÷()]))""",
    re.VERBOSE,
)
SUPERSCRIPTS = str.maketrans("⁰¹²³⁴⁵⁶⁷⁸⁹⁻−", "0123456789--")


def read_unit(text: str, offset: int = 0) -> Unit:
    """'m/s^2', 'kN·m', 'J/(kg K)'. Raises FormRefused, placed at `offset` within the answer."""
    pieces = list(_pieces(text, offset))
    found, rest = _product(pieces, text, offset)
    if rest:
        raise refuse("unit_form", offset, offset + len(text), unit=text.strip())
    return found


def _pieces(text: str, offset: int) -> Iterator[tuple[str, str]]:
    place, end = 0, len(text.rstrip())
    while place < end:
        match = SCANNER.match(text, place)
        if match is None:
            raise refuse("unit_form", offset + place, offset + end, unit=text.strip())
        place = match.end()
        kind = str(match.lastgroup)
        yield kind, match.group(kind)


def _product(pieces: list[tuple[str, str]], text: str, offset: int) -> tuple[Unit, list[tuple[str, str]]]:
    found, rest, power = NONE, pieces, 1
    only = len(pieces) == 1
    while rest and rest[0][1] != ")":
        kind, piece = rest[0]
        if kind == "sign" and piece != "(":
            power, rest = (-1 if piece in "/÷" else 1), rest[1:]
            continue
        if piece == "(":
            unit, rest = _product(rest[1:], text, offset)
            if not rest:
                raise refuse("unit_form", offset, offset + len(text), unit=text.strip())
            rest = rest[1:]
        elif kind == "symbol":
            unit, rest = _symbol(piece, text, offset), rest[1:]
        else:
            raise refuse("unit_form", offset, offset + len(text), unit=text.strip())
        raised, rest = _raised(rest)
        found = unit if only else found * unit.raised(power * raised)
        power = 1
    return found, rest


def _raised(rest: list[tuple[str, str]]) -> tuple[int, list[tuple[str, str]]]:
    if not rest or rest[0][0] != "power":
        return 1, rest
    power = int(rest[0][1].translate(SUPERSCRIPTS).lstrip("^ "))
    return max(-MOST_POWER, min(MOST_POWER, power)), rest[1:]


def _symbol(symbol: str, text: str, offset: int) -> Unit:
    known = symbols()
    if symbol in known:
        return known[symbol]
    place = offset + text.index(symbol)
    near = get_close_matches(symbol, known, n=1, cutoff=0.5) or [s for s in known if s.lower() == symbol.lower()]
    raise refuse("unit_unknown", place, place + len(symbol), unit=symbol, **({"near": near[0]} if near else {}))


SHOWN = {"°": r"^\circ", "°C": r"^\circ C", "°F": r"^\circ F", "%": r"\%", "Ω": r"\Omega ", "ohm": r"\Omega "}


def unit_latex(text: str) -> str:
    """Upright, powers raised: m/s^2."""
    shown = r"\,"
    for kind, piece in _pieces(text, 0):
        if kind == "power":
            shown += f"^{{{piece.translate(SUPERSCRIPTS).lstrip('^ ')}}}"
        elif kind == "sign":
            shown += "/" if piece in "/÷" else piece if piece in "()" else r"\,"
        else:
            space = "" if shown[-1] in "/(," else r"\,"
            shown += rf"{space}\mathrm{{{SHOWN.get(piece, piece)}}}"
    return shown
