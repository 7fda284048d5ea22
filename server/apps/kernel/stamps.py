"""A number that tells whether rows changed: the sum of the hashes of their fields."""

from __future__ import annotations

from typing import Any

from django.db.models import BigIntegerField, Func, Sum


class _RowHash(Func):
    """As a JSON array, in which an empty field keeps its place."""

    function = "hashtextextended"
    template = "%(function)s(json_build_array(%(expressions)s)::text, 0)"
    output_field = BigIntegerField()


def rows_stamp(*fields: Any) -> Sum:
    """An aggregate over fields or expressions; any insert, update or delete among the rows changes it."""
    return Sum(_RowHash(*fields))
