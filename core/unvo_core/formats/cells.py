"""Rows of cells from text with separators."""

from __future__ import annotations

import csv
import re
from collections.abc import Sequence
from io import StringIO


def cells_of(text: str) -> list[list[str]]:
    """Rows of cells from text that is separated by tabs, bars, semicolons or commas; quoted cells may hold breaks."""
    sample = text.lstrip("\ufeff\n\r")
    lines = [line for line in sample.splitlines() if line.strip()]
    if lines and sum(line.count("|") > 1 for line in lines) > len(lines) / 2:
        return _of_bars(lines)
    mark = max(("\t", ";", ","), key=lambda m: sum(m in line for line in lines))
    try:
        read = list(csv.reader(StringIO(sample, newline=""), delimiter=mark))
    except csv.Error:
        # A quote that is never closed, or a cell beyond all measure: then each line is a row.
        read = [line.split(mark) for line in lines]
    return [[re.sub(r"[ \t\xa0]+", " ", cell).strip() for cell in row] for row in read]


def _of_bars(lines: Sequence[str]) -> list[list[str]]:
    """A table drawn with bars, as in Markdown; lines that only draw are none."""
    kept = [line for line in lines if not re.fullmatch(r"[\s|:+=-]+", line)]
    return [[cell.strip() for cell in re.sub(r"^\s*\||\|\s*$", "", line).split("|")] for line in kept]
