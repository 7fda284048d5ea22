"""A number that tells whether rows changed: the sum of the hashes of their fields."""

from __future__ import annotations

from typing import Any

from django.db.models import BigIntegerField, Func, Sum


class _RowHash(Func):
    """As one record, in which an empty field keeps its place."""

    function = "hash_record_extended"
    template = "%(function)s(ROW(%(expressions)s), 0)"
    output_field = BigIntegerField()


def rows_stamp(*fields: Any) -> Sum:
    """An aggregate over fields or expressions; any insert, update or delete among the rows changes it."""
    return Sum(_RowHash(*fields))
