"""Codes and links that let somebody in."""

from __future__ import annotations

import hashlib
import secrets

from apps.kernel.public import plain_letters

CODE_LENGTH = 8


def new_code() -> str:
    """'K7QF-2MXA': 40 bits."""
    letters = plain_letters(CODE_LENGTH)
    return f"{letters[:4]}-{letters[4:]}"


def as_code(typed: str) -> str:
    """What somebody typed as a code is kept: letter case, spaces and dashes do not matter."""
    letters = "".join(c for c in typed.upper() if c.isalnum())[:CODE_LENGTH]
    return f"{letters[:4]}-{letters[4:]}"


def new_secret() -> str:
    return secrets.token_urlsafe(32)


def digest(secret: str) -> str:
    return hashlib.sha256(secret.encode()).hexdigest()
