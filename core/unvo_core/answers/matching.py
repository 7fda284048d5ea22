"""Pairing what was given with what was asked for, in whatever order."""

from __future__ import annotations

from collections.abc import Sequence


def most_pairs(fits: Sequence[Sequence[bool]]) -> int:
    """The greatest number of pairs (row, column) that fit, each row and column at most once: a maximum bipartite
    matching by augmenting paths (Berge 1957). Rows and columns: as many as fit in an answer."""
    held: dict[int, int] = {}

    def placed(row: int, tried: set[int]) -> bool:
        for column, fit in enumerate(fits[row]):
            if fit and column not in tried:
                tried.add(column)
                if column not in held or placed(held[column], tried):
                    held[column] = row
                    return True
        return False

    return sum(placed(row, set()) for row in range(len(fits)))
