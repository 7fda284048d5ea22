"""The functions that an answer may use: their one name, other spellings, how many arguments each takes."""

from __future__ import annotations

from collections.abc import Mapping
from types import MappingProxyType

ARGUMENTS: Mapping[str, tuple[int, int]] = MappingProxyType(
    {
        **dict.fromkeys(("sqrt", "abs", "exp", "ln", "floor", "ceil"), (1, 1)),
        **dict.fromkeys(("sin", "cos", "tan", "cot", "sec", "csc"), (1, 1)),
        **dict.fromkeys(("asin", "acos", "atan", "sinh", "cosh", "tanh"), (1, 1)),
        "log": (2, 2),
        "root": (2, 2),
        "atan2": (2, 2),
        "min": (1, 20),
        "max": (1, 20),
    }
)
"""Least and most arguments. `log` is written with its base in the tree; who writes one argument means base 10."""

SPELLINGS: Mapping[str, str] = MappingProxyType(
    {
        "arcsin": "asin",
        "arccos": "acos",
        "arctan": "atan",
        "arctan2": "atan2",
        "log10": "log",
        "lg": "log",
        "cosec": "csc",
    }
)
CONSTANTS = frozenset(("pi", "e"))
TURNING = frozenset(("sin", "cos", "tan", "cot", "sec", "csc"))
"""Take an angle."""
TURNED = frozenset(("asin", "acos", "atan", "atan2"))
"""Give an angle."""
KNOWN = frozenset(ARGUMENTS) | frozenset(SPELLINGS)

GREEK: Mapping[str, str] = MappingProxyType(
    {
        **{"α": "alpha", "β": "beta", "γ": "gamma", "δ": "delta", "ε": "epsilon", "θ": "theta", "λ": "lambda"},
        **{"μ": "mu", "ν": "nu", "ρ": "rho", "σ": "sigma", "τ": "tau", "φ": "phi", "ω": "omega", "Δ": "Delta"},
        **{"Σ": "Sigma", "Ω": "Omega", "π": "pi"},
    }
)
GREEK_NAMES = frozenset(GREEK.values())


def arguments_wanted(spelling: str) -> tuple[int, int]:
    """How many arguments a function takes when it is spelled so; `log` alone may leave its base out."""
    if spelling == "log":
        return 1, 2
    if SPELLINGS.get(spelling) == "log":
        return 1, 1
    return ARGUMENTS[SPELLINGS.get(spelling, spelling)]
