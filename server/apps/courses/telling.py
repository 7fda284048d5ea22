"""Telling a person of a change that concerns them: messaging, an upper app, registers how."""

from __future__ import annotations

from typing import Protocol


class Teller(Protocol):
    def __call__(self, to: str, subject: str, body: str) -> None: ...


def _nobody_tells(to: str, subject: str, body: str) -> None:
    raise RuntimeError("no app has registered as the teller")


_teller: Teller = _nobody_tells


def use_teller(teller: Teller) -> None:
    global _teller  # noqa: PLW0603
    _teller = teller


def tell(to: str, subject: str, body: str) -> None:
    """Tell by mail, in the present transaction: sent after it, rolled back with it."""
    _teller(to, subject, body)
