"""A request that is refused: rolls the transaction back and becomes a sentence with a next step."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from unvo_core.problems import Problem


class Refused(Exception):
    """`code` is stable; `params` fill its sentence; `fields` name single inputs that are wrong;
    `also` are further members of the problem, such as links to what would help."""

    def __init__(
        self,
        code: str,
        status: int = 422,
        fields: Sequence[Problem] = (),
        also: Mapping[str, object] | None = None,
        given: Mapping[str, object] | None = None,
        **params: object,
    ) -> None:
        super().__init__(code)
        self.also = also
        self.code = code
        self.status = status
        self.fields = tuple(fields)
        self.params = {**(given or {}), **params}


def not_found(what: str) -> Refused:
    return Refused("request.not_found", status=404, what=what)


def refuse_problems(problems: Sequence[Problem]) -> None:
    """Raise for the first problem, with all of them as fields."""
    if problems:
        first = problems[0]
        raise Refused(first.code, fields=problems, given=first.params)
