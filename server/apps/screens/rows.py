"""Items as rows: a student's own state, or for teachers the counts of the class."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import cast

from unvo_core.path.evaluate import ItemState
from unvo_core.schedule.spans import MOMENTS

from apps.courses.public import Course
from apps.gradebook.public import held_and_excused
from apps.kernel.public import Thing, editions
from apps.layout.public import LaidItem, LaidModule, Layout, Moment, item_ref, ref, start_by, want_said, wants_had
from apps.path.public import NOBODY, ClassShare, Fact, Progress, Reader, class_shares, fact_counts, own_progress
from apps.screens import schemas as out
from apps.screens.activities import waiting_work


@dataclass(frozen=True)
class Seen:
    """What rows are drawn from: a student's progress, or counts of the class for a teacher."""

    progress: Progress | None
    counts: dict[tuple[int, str], int]
    held: dict[int, int]
    shares: dict[int, ClassShare]
    waiting: dict[int, int]
    editions: Mapping[Thing, int] = field(default_factory=dict)


NOTHING_SEEN = Seen(None, {}, {}, {}, {})


def class_share(module: LaidModule, shares: dict[int, ClassShare]) -> tuple[int, int]:
    """Done, and asked for, over the module's required items and the students who have them on their path."""
    asked = [shares[i.id] for i in module.items if i.required and i.id in shares]
    return sum(s.done for s in asked), sum(s.students for s in asked)


def seen_by(progress: Progress) -> Seen:
    """By a student: their own progress, and nothing of the class."""
    return Seen(progress, {}, {}, {}, {})


def look(course: Course, laid: Layout, reader: Reader, item_ids: list[int]) -> Seen:
    """One student's progress, or for teachers the counts of the class over these items."""
    if not reader.member.teaches:
        return seen_by(own_progress(course, laid, reader))
    sections = reader.member.section_ids
    held, excused = held_and_excused(course, item_ids, sections)
    return Seen(
        None,
        fact_counts(course, item_ids, sections),
        held,
        class_shares(course, laid, [laid.items[i] for i in item_ids], sections, excused),
        waiting_work(course, item_ids, sections, reader.now),
        _editions(laid, item_ids) if reader.member.instructs else {},
    )


def _editions(laid: Layout, item_ids: list[int]) -> dict[Thing, int]:
    """Of the items and of the modules and parts that hold them."""
    modules = [m for m in laid.all if not item_ids or any(i.id in set(item_ids) for i in m.items)]
    parts = [p.id for m in modules for p in m.parts]
    return editions({"item": item_ids, "part": parts, "module": [m.id for m in modules]})


def sheet_module(module: LaidModule, laid: Layout, seen: Seen, reader: Reader) -> out.SheetModule:
    state = seen.progress.course.modules.get(module.id) if seen.progress else None
    done, required = class_share(module, seen.shares)
    teaching = reader.member.teaches
    return out.SheetModule(
        id=module.id,
        title=module.title,
        published=module.published,
        in_order=module.in_order,
        objectives=list(module.objectives),
        parts=[
            out.Part(
                id=p.id,
                title=p.title,
                conditions=p.conditions if teaching else {},
                edition=seen.editions.get(("part", p.id), 0),
            )
            for p in module.parts
        ],
        rows=[row(i, laid, seen, reader) for i in module.items],
        required=state.required if state else required,
        required_done=state.required_done if state else done,
        held_open_by=[item_ref(ref(laid, i)) for i in state.held_open_by] if state else [],
        conditions=module.conditions if teaching else {},
        edition=seen.editions.get(("module", module.id), 0),
    )


def row(item: LaidItem, laid: Layout, seen: Seen, reader: Reader) -> out.Row:
    begin, proposed = start_by(item, reader.budget, laid)
    state = seen.progress.course.items.get(item.id) if seen.progress else None
    facts = seen.progress.facts.facts.get(item.id) if seen.progress else None
    shown = seen.progress.marks.by_item.get(item.id) if seen.progress else None
    details = seen.progress.details if seen.progress else {}
    return out.Row(
        id=item.id,
        number=item.number,
        part_id=item.part_id,
        kind=item.kind,
        title=item.title,
        minutes=item.effort_minutes,
        points=item.points,
        required=item.required,
        practice=item.practice,
        published=item.published,
        opens=item.span.opens,
        start_by=begin,
        start_by_proposed=proposed,
        due=item.span.due,
        closes=item.span.closes,
        state=state.state if state else "",
        open=state.open if state else True,
        done=state.done if state else False,
        done_at=state.done_at if state else None,
        opens_at=state.opens_at if state else None,
        waits_for=[item_ref(ref(laid, i)) for i in state.waits_for] if state else [],
        choices=choices_of(state, laid) if state else [],
        wait_percents={i: float(p) for i, p in state.scores} if state else {},
        by_hand=state.by_hand if state else False,
        or_at=state.or_at if state else None,
        late_seconds=state.late_seconds if state else 0,
        overdue=state.overdue if state else False,
        handed_in_at=facts.handed_in_at if facts else None,
        receipt=details.get((item.id, Fact.HANDED_IN), {}).get("receipt", ""),
        started=details.get((item.id, Fact.STARTED), {}),
        score=None if shown is None or shown.points is None else str(shown.points),
        deduction=None if shown is None or not shown.deduction else str(shown.deduction),
        of_class=None if seen.progress else _of_class(item, seen),
        place=item.place,
        hint=item.hint,
        length_seconds=item.length_seconds,
        pages=item.pages,
        rules=cast(dict[Moment, out.RuleOut], item.moments) if reader.member.teaches else {},
        allowed=_allowed(item, laid),
        wants=wants_out(item, laid, details),
        edition=seen.editions.get(("item", item.id), 0),
        conditional=reader.member.teaches and bool(item.conditions.get("of")),
    )


def had_of(item: LaidItem, details: Mapping[tuple[int, str], Mapping[str, int]]) -> dict[str, int]:
    """How much of each want is there, by its key: what stands beside the fact that it is begun, or all there."""
    return wants_had(item.wants, *(details.get((item.id, kind), {}) for kind in (Fact.STARTED, Fact.POSTED)))


def wants_out(item: LaidItem, laid: Layout, details: Mapping[tuple[int, str], Mapping[str, int]]) -> list[out.WantRow]:
    """`details`: words beside the reader's facts, where the counts stand."""
    had = had_of(item, details)
    return [
        out.WantRow(
            key=w.key,
            what=w.what,
            words=want_said(w),
            count=w.count,
            have=had.get(w.key, 0),
            by=w.by(item.span.due, laid.zone),
        )
        for w in item.wants
    ]


def choices_of(state: ItemState, laid: Layout) -> list[out.AnyOf]:
    return [out.AnyOf(need=c.need, items=[item_ref(ref(laid, i)) for i in c.items]) for c in state.choices]


def _allowed(item: LaidItem, laid: Layout) -> out.Allowed | None:
    made = item.allowed
    if made is None or not (made.made_by or made.terms_by):
        return None
    by = {*made.made_by.values(), *made.terms_by.values()}
    return out.Allowed(
        moments={name: getattr(made.before, name) for name in MOMENTS if name in made.made_by},
        why=[a.why for a in laid.allowances if a.allowance.id in by and a.why],
        extra_attempts=made.extra_attempts,
        time_factor=str(float(made.time_factor)),
        excused=made.excused,
    )


def _of_class(item: LaidItem, seen: Seen) -> out.ClassProgress:
    share = seen.shares.get(item.id, NOBODY)
    return out.ClassProgress(
        students=share.students,
        done=share.done,
        started=seen.counts.get((item.id, Fact.STARTED), 0),
        waiting=seen.waiting.get(item.id, 0),
        held=seen.held.get(item.id, 0),
    )
