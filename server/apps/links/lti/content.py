"""What a system proposes when content is picked (Deep Linking 2.0, 4.5): read, with what of it can't be placed."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import asdict, dataclass, field
from datetime import datetime
from typing import Any

from unvo_core.links.reports import moment_of, number

from apps.links.fetching import refused_address
from apps.links.models import LinkedSystem

MOST_ITEMS = 200
LINK = "ltiResourceLink"


@dataclass(frozen=True, slots=True, kw_only=True)
class Content:
    """One thing that was picked: a proposal. `refused`: why it can't be placed, a code of a sentence; empty when it
    can. `points` as text, dates in ISO 8601."""

    title: str
    kind: str = LINK
    address: str = ""
    text: str = ""
    custom: Mapping[str, str] = field(default_factory=dict)
    points: str = ""
    resource_id: str = ""
    tag: str = ""
    opens: str = ""
    due: str = ""
    closes: str = ""
    refused: str = ""


def read_content(system: LinkedSystem, given: Any) -> list[dict[str, Any]]:
    """All that came, in order; nothing is dropped without a word."""
    if not isinstance(given, list):
        return []
    return [asdict(_one(system, one)) for one in given[:MOST_ITEMS] if isinstance(one, Mapping)]


def _one(system: LinkedSystem, one: Mapping[str, Any]) -> Content:
    kind, title = _text(one, "type", 60), _text(one, "title", 200)
    if kind != LINK:
        return Content(title=title or kind, kind=kind, refused="links.content_kind")
    address = _text(one, "url", 1000)
    if address and (refused_address(address) or not _same_host(system, address)):
        return Content(title=title, address="", refused="links.content_address")
    line = one.get("lineItem")
    line = line if isinstance(line, Mapping) else {}
    most = number(line.get("scoreMaximum"))
    available, submission = _part(one, "available"), _part(one, "submission")
    custom = one.get("custom")
    return Content(
        title=title or _text(line, "label", 200) or system.name,
        address=address,
        text=_text(one, "text", 2000),
        custom={str(k)[:100]: str(v)[:1000] for k, v in custom.items()} if isinstance(custom, Mapping) else {},
        points=format(float(most), "g") if most is not None and most > 0 else "",
        resource_id=_text(line, "resourceId", 256),
        tag=_text(line, "tag", 256),
        opens=_when(available, "startDateTime") or _when(submission, "startDateTime"),
        due=_when(submission, "endDateTime"),
        closes=_when(available, "endDateTime"),
    )


def _same_host(system: LinkedSystem, address: str) -> bool:
    """Content of a system is at the system's: an id_token goes nowhere else."""
    return any(origin_of(address) == origin_of(own) for own in (system.launch_address, *system.redirects))


def origin_of(address: str) -> str:
    return "/".join(address.split("/")[:3]).lower()


def _text(one: Mapping[str, Any], name: str, most: int) -> str:
    value = one.get(name)
    return value.strip()[:most] if isinstance(value, str) else ""


def _part(one: Mapping[str, Any], name: str) -> Mapping[str, Any]:
    value = one.get(name)
    return value if isinstance(value, Mapping) else {}


def _when(part: Mapping[str, Any], name: str) -> str:
    at: datetime | None = moment_of(part.get(name))
    return at.isoformat() if at is not None else ""
