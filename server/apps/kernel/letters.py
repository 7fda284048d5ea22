"""Letters for what people read out and type: numbers of receipts, codes."""

import secrets

LETTERS = "ABCDEFGHJKLMNPQRSTUVWXYZ23456789"
"""Without I, O, 0 and 1, which are read as each other."""


def plain_letters(count: int) -> str:
    """So many drawn at random; each is 5 bits."""
    return "".join(secrets.choice(LETTERS) for _ in range(count))
