"""Small pieces of rich text."""

from __future__ import annotations

from collections.abc import Sequence
from html import escape


def paragraph(html: str) -> str:
    return f"<p>{html}</p>"


def maths(latex: str) -> str:
    return f'<span data-type="inline-math" data-latex="{escape(latex, quote=True)}"></span>'


def display(latex: str) -> str:
    return f'<div data-type="block-math" data-latex="{escape(latex, quote=True)}"></div>'


def table(head: Sequence[str], rows: Sequence[Sequence[str]], caption: str) -> str:
    ths = "".join(f'<th scope="col">{h}</th>' for h in head)
    trs = "".join("<tr>" + "".join(f"<td>{c}</td>" for c in row) + "</tr>" for row in rows)
    return f"<table><caption>{caption}</caption><thead><tr>{ths}</tr></thead><tbody>{trs}</tbody></table>"


def figure(value: float, places: int = 3) -> str:
    """Fixed places, a true minus sign, no negative zero."""
    shown = f"{value:+.{places}f}"
    if float(shown) == 0:
        return f"{0:.{places}f}"
    return shown.replace("-", "−")
