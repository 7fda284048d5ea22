"""Every discussion of a course in order of the path: one's own part in each, and what is new there."""

from __future__ import annotations

from typing import cast

from unvo_core.path.evaluate import is_left

from apps.courses.public import Course
from apps.layout.public import LaidItem
from apps.path.public import Reader, laid_for, opened_items
from apps.screens.rows import Seen, look, row
from apps.screens.schemas import Row
from apps.screens.talking import schemas as out
from apps.talk.public import Heard, Sort, heard_of

SILENT = Heard(sort="discussion", posts=0, replies=0, new=0, waiting=0, waits_for_own=False)


def discussions(course: Course, reader: Reader) -> out.Discussions:
    laid, teaching = laid_for(course, reader), reader.member.teaches
    items = [(m.key, i) for m in laid.modules(teaching) for i in m.items if i.talks]
    seen = look(course, laid, reader, [i.id for _key, i in items])
    rows = [(key, row(i, laid, seen, reader)) for key, i in items]
    reached = {i.id for _key, i in items} if seen.progress is None else opened_items(seen.progress)
    heard = heard_of(course, [r.id for _key, r in rows if r.id in reached], reader.member, reader.person_id)
    left = {i.id for _key, i in items if _is_left(i, seen, reader)}
    found = [_talking(key, shown, heard.get(shown.id), _when(shown, shown.id in left, reader)) for key, shown in rows]
    return out.Discussions(
        teaching=teaching,
        can_lay_out=reader.member.instructs,
        zone=course.zone,
        now=reader.now,
        dated=laid.term is not None,
        discussions=found,
    )


def _is_left(item: LaidItem, seen: Seen, reader: Reader) -> bool:
    """Whether a student still has it to do and can: also late, as long as it is open."""
    return seen.progress is not None and is_left(seen.progress.course.items[item.id], item.span, reader.now)


def _when(shown: Row, left: bool, reader: Reader) -> out.When:
    """For students `now` is what asks something of them; for those who teach, what runs."""
    if (not reader.member.teaches and shown.state in ("locked", "not_open")) or _opens_later(shown, reader):
        return "to_come"
    if reader.member.teaches:
        return "now" if shown.due is None or reader.now <= shown.due else "earlier"
    return "now" if left and shown.open and shown.wants else "earlier"


def _opens_later(shown: Row, reader: Reader) -> bool:
    return shown.opens is not None and reader.now < shown.opens


def _talking(key: str, shown: Row, told: Heard | None, when: out.When) -> out.Talking:
    heard = told or SILENT
    return out.Talking(
        row=shown,
        step=key,
        when=when,
        heard=told is not None,
        replied_to=any(w.what == "reply" for w in shown.wants) or heard.sort == "questions",
        sort=cast(Sort, heard.sort),
        posts=heard.posts,
        replies=heard.replies,
        new=heard.new,
        waiting=heard.waiting,
        waits_for_own=heard.waits_for_own,
    )
