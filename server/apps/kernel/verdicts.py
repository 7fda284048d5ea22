"""What a policy answers: allowed, or denied with a reason that can be shown."""

from __future__ import annotations

from dataclasses import dataclass, field

from apps.kernel.refusals import Refused


@dataclass(frozen=True, slots=True)
class Allowed:
    """Go ahead."""


@dataclass(frozen=True, slots=True)
class Denied:
    """`code` has its sentence in the catalogue."""

    code: str
    params: dict[str, object] = field(default_factory=dict)


Verdict = Allowed | Denied


def require(verdict: Verdict) -> None:
    """Raise Refused (403) for a denial."""
    if isinstance(verdict, Denied):
        raise Refused(verdict.code, status=403, given=verdict.params)
