"""What an item asks of each person, as it is stored and sent, to the core's values and back; and in words."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from datetime import time
from fractions import Fraction
from typing import Any

from django.utils.translation import gettext as _
from django.utils.translation import ngettext
from unvo_core.talk.wants import Want, What

from apps.layout.kinds import kind_of
from apps.layout.models import Item


def want_of(row: Mapping[str, Any]) -> Want:
    """A stored want {key, what, count, words, image, days, before, at, worth}."""
    return Want(
        key=row["key"],
        what=What(row["what"]),
        count=row["count"],
        least_words=row["words"],
        image=row["image"],
        days=row["days"],
        days_before=row["before"],
        at=time.fromisoformat(row["at"]) if row["at"] else None,
        worth=Fraction(str(row["worth"])),
    )


def want_row(want: Want) -> dict[str, Any]:
    return {
        "key": want.key,
        "what": want.what.value,
        "count": want.count,
        "words": want.least_words,
        "image": want.image,
        "days": want.days,
        "before": want.days_before,
        "at": want.at.strftime("%H:%M") if want.at else None,
        "worth": float(want.worth),
    }


def wants_of(item: Item) -> tuple[Want, ...]:
    """What the item asks; what its kind usually asks until a teacher says otherwise."""
    kind = kind_of(item.kind)
    if not kind.talks:
        return ()
    return kind.wants if item.wants is None else tuple(want_of(row) for row in item.wants)


def want_said(want: Want) -> str:
    """'a post of at least 50 words', 'replies to 2 different classmates'; its moment is said beside it."""
    if want.what is What.POST:
        said = ngettext("a post", "%(n)s posts", want.count) % {"n": want.count}
    else:
        said = ngettext("a reply to a classmate", "replies to %(n)s different classmates", want.count) % {
            "n": want.count
        }
    return said + "".join(_further(want))


def _further(want: Want) -> Iterable[str]:
    each = _(" each") if want.count > 1 else ""
    if want.least_words:
        yield _(" of at least %(n)s words") % {"n": want.least_words} + each
    if want.image:
        yield _(" with a picture or a recording") + ("" if want.least_words else each)
    if want.days > 1:
        yield _(", on at least %(n)s days") % {"n": want.days}


def wants_had(wants: Sequence[Want], *details: Mapping[str, Any]) -> dict[str, int]:
    """How many of each want are there, by its key; `details`: words beside a person's facts."""
    return {w.key: n for w in wants for d in details if (n := d.get(want_key(w.key))) is not None}


def want_key(key: str) -> str:
    """Under which the count of a want stands beside a fact."""
    return f"want.{key}"
