"""Closed sets as the API names them; kinds and done rules are read from their tables when they are asked for."""

from __future__ import annotations

from collections.abc import Callable
from typing import Annotated, Any

from pydantic import AfterValidator, GetJsonSchemaHandler
from pydantic_core import CoreSchema
from unvo_core.schedule.spans import MomentName

from apps.layout.kinds import JOINS, NOTHING, kinds, plain_rules


class _OneOf:
    """A string out of a table that may grow while the applications are loaded."""

    def __init__(self, codes: Callable[[], tuple[str, ...]]) -> None:
        self.codes = codes

    def check(self, code: str) -> str:
        if code not in self.codes():
            raise ValueError(f"must be one of {', '.join(self.codes())}")
        return code

    def __get_pydantic_json_schema__(self, schema: CoreSchema, handler: GetJsonSchemaHandler) -> dict[str, Any]:
        return handler(schema) | {"enum": list(self.codes())}


_KIND = _OneOf(lambda: tuple(kind.code for kind in kinds()))
_PLAIN = _OneOf(plain_rules)
_CHOSEN = _OneOf(lambda: (*plain_rules(), *JOINS))
_RULE = _OneOf(lambda: (*plain_rules(), *JOINS, NOTHING))

KindCode = Annotated[str, AfterValidator(_KIND.check), _KIND]
PlainRuleCode = Annotated[str, AfterValidator(_PLAIN.check), _PLAIN]
ChosenRuleCode = Annotated[str, AfterValidator(_CHOSEN.check), _CHOSEN]
"""What an item can be given."""
RuleCode = Annotated[str, AfterValidator(_RULE.check), _RULE]
Moment = MomentName
