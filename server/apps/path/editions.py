"""What changed in a text from one edition to another, for those who can open it."""

from __future__ import annotations

from collections.abc import Mapping

from lxml.html.diff import htmldiff
from unvo_core.path.facts import NO_FACTS, ItemFacts

from apps.courses.public import Course
from apps.kernel.public import Lane, clean, not_found
from apps.layout.public import ItemText, item_row
from apps.path.access import refuse_locked
from apps.path.api import schemas as out
from apps.path.readers import Reader, laid_for, own_progress

_lane: Lane[str] = Lane(busy="text.compare_busy", kept=64)
"""Two long texts take seconds; an edition never changes."""


def _first_seen(facts: ItemFacts, texts: Mapping[int, ItemText]) -> int:
    """The earliest edition that a student was ever shown: what stood when they first opened the item or acknowledged
    it. What teachers wrote before is theirs, drafts above all."""
    shown = {facts.acknowledged_edition} & texts.keys()
    if facts.opened_at is not None:
        stood = [edition for edition, text in texts.items() if text.written_at <= facts.opened_at]
        shown.add(max(stood, default=min(texts, default=0)))
    return min(shown, default=max(texts, default=0))


def changes(course: Course, item_id: int, reader: Reader, since: int, until: int | None) -> out.TextChanges:
    """The later text with what was put in and taken out since the earlier one, marked.

    Readers reach what they can open; formulas and images are compared as wholes.
    """
    item_row(course, item_id)
    texts = {t.edition: t for t in ItemText.objects.filter(item_id=item_id)}
    if not reader.member.teaches:
        known = own_progress(course, laid_for(course, reader), reader)
        refuse_locked(known, item_id)
        first = _first_seen(known.facts.facts.get(item_id, NO_FACTS), texts)
        texts = {edition: text for edition, text in texts.items() if edition >= first}
    last = until if until is not None else max(texts, default=0)
    if since not in texts or last not in texts:
        raise not_found("edition")
    old, new = texts[since], texts[last]
    html = _lane.get((old.pk, new.pk), lambda: clean(str(htmldiff(clean(old.html), clean(new.html)))))
    return out.TextChanges(since=since, until=last, at=texts[last].written_at, html=html)
