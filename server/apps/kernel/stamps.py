"""A number that tells whether rows changed: the sum of the hashes of their fields."""

from __future__ import annotations

from typing import Any

from django.db.models import Func, IntegerField, Sum


class _RowHash(Func):
    function = "hashtext"
    template = "%(function)s(concat_ws('|', %(expressions)s))"
    output_field = IntegerField()


def rows_stamp(*fields: Any) -> Sum:
    """An aggregate over fields or expressions; any insert, update or delete among the rows changes it."""
    return Sum(_RowHash(*fields))
