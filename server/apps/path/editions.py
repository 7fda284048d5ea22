"""What changed in a text from one edition to another, for those who can open it."""

from __future__ import annotations

from lxml.html.diff import htmldiff

from apps.courses.public import Course
from apps.kernel.public import clean, not_found
from apps.layout.public import ItemText, item_row
from apps.path.access import refuse_locked
from apps.path.api import schemas as out
from apps.path.readers import Reader, laid_for, own_progress


def changes(course: Course, item_id: int, reader: Reader, since: int, until: int | None) -> out.TextChanges:
    """The later text with what was put in and taken out since the earlier one, marked.

    Readers reach what they can open; formulas and images are compared as wholes.
    """
    item_row(course, item_id)
    if not reader.member.teaches:
        refuse_locked(own_progress(course, laid_for(course, reader), reader), item_id)
    texts = {t.edition: t for t in ItemText.objects.filter(item_id=item_id)}
    last = until if until is not None else max(texts, default=0)
    if since not in texts or last not in texts:
        raise not_found("edition")
    html = clean(str(htmldiff(clean(texts[since].html), clean(texts[last].html))))
    return out.TextChanges(since=since, until=last, at=texts[last].written_at, html=html)
