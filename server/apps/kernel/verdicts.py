"""What a policy answers: allowed, or denied with a reason that can be shown."""

from __future__ import annotations

from dataclasses import dataclass, field

from apps.kernel.refusals import Refused, not_found


@dataclass(frozen=True, slots=True)
class Allowed:
    """Go ahead."""


@dataclass(frozen=True, slots=True)
class Denied:
    """`code` has its sentence in the catalogue; of a `stranger` it is the kind of thing that they can't know of."""

    code: str
    params: dict[str, object] = field(default_factory=dict)
    stranger: bool = False


Verdict = Allowed | Denied


def require(verdict: Verdict) -> None:
    """Raise Refused for a denial: 403 with the reason; to strangers the thing is not there."""
    if isinstance(verdict, Denied) and verdict.stranger:
        raise not_found(verdict.code)
    if isinstance(verdict, Denied):
        raise Refused(verdict.code, status=403, given=verdict.params)
