"""The class as its teachers see it: who is where on the path, who is stuck on what and since when."""

from __future__ import annotations

from datetime import datetime

from django.db.models import Max
from unvo_core.path.stuck import position

from apps.courses import queries
from apps.courses.access import ref
from apps.courses.api import roster_schemas as out
from apps.courses.models import Course, Enrolment, Fact, Group, Section
from apps.courses.sheets import Reader, item_ref
from apps.kernel.public import not_found


def roster(course: Course, reader: Reader) -> out.Roster:
    """Every student whom the reader may see, in order of name."""
    enrolled = _enrolled(course, reader)
    found = queries.progress_of(course, [e.person_id for e in enrolled], reader.now)
    seen = _last_seen(course)
    laid = queries.layout(course)
    allowed: dict[int, int] = {}
    for given in laid.allowances:
        if given.person_id is not None:
            allowed[given.person_id] = allowed.get(given.person_id, 0) + 1
    return out.Roster(
        zone=course.zone,
        now=reader.now,
        can_lay_out=reader.member.instructs,
        sections=[out.Named(id=s.pk, name=s.name) for s in Section.objects.filter(course=course).order_by("number")],
        groups=_groups(course),
        students=[_student(e, found[e.person_id], seen.get(e.person_id), allowed, reader.now) for e in enrolled],
    )


def _enrolled(course: Course, reader: Reader) -> list[Enrolment]:
    sections = reader.member.section_ids
    rows = queries.students(course, None if sections is None else list(sections))
    return list(rows.select_related("person").order_by("person__sort_name", "person_id"))


def _last_seen(course: Course) -> dict[int, datetime]:
    """When each person last did something in the course."""
    rows = Fact.objects.filter(course=course, by_teacher=False).values_list("person_id").annotate(at=Max("at"))
    return dict(rows)


def _groups(course: Course) -> list[out.GroupOut]:
    rows = Group.objects.filter(course=course).prefetch_related("members").order_by("name", "id")
    return [out.GroupOut(id=g.pk, name=g.name, members=[m.person_id for m in g.members.all()]) for g in rows]


def _student(
    enrolled: Enrolment, known: queries.Progress, seen: datetime | None, allowed: dict[int, int], now: datetime
) -> out.Student:
    laid, modules = known.laid, known.course.modules.values()
    where = position(laid.path, known.course, now)
    return out.Student(
        id=enrolled.person_id,
        name=enrolled.person.sort_name,
        section_id=enrolled.section_id,
        group_ids=sorted(laid.groups.get(enrolled.person_id, ())),
        allowances=allowed.get(enrolled.person_id, 0),
        done=sum(m.required_done for m in modules),
        required=sum(m.required for m in modules),
        at=item_ref(ref(laid, where.item_id)) if where.item_id is not None else None,
        since=where.since,
        overdue=[item_ref(ref(laid, i)) for i in where.overdue],
        stuck=where.stuck(now),
        last_seen=seen,
    )


def module_progress(course: Course, module_id: int, reader: Reader) -> out.ModuleProgress:
    """One module: each student's state in each of its items, as their own path has it."""
    laid = queries.layout(course)
    module = laid.module_by_id.get(module_id)
    if module is None:
        raise not_found("module")
    enrolled = _enrolled(course, reader)
    found = queries.progress_of(course, [e.person_id for e in enrolled], reader.now)
    items = [i for i in module.items if not i.is_heading and i.published]
    rows = []
    for one in enrolled:
        known = found[one.person_id]
        state = known.course.modules.get(module_id)
        cells = [
            out.ProgressCell(
                state=s.state.value,
                done=s.done,
                done_at=s.done_at,
                by_teacher=known.facts.facts[i.id].ticked_by_teacher if i.id in known.facts.facts else False,
                by_hand=s.by_hand,
            )
            if (s := known.course.items.get(i.id))
            else None
            for i in items
        ]
        rows.append(
            out.ProgressRow(
                id=one.person_id,
                name=one.person.sort_name,
                done=state.required_done if state else 0,
                required=state.required if state else 0,
                cells=cells,
            )
        )
    return out.ModuleProgress(
        id=module.id,
        title=module.title,
        zone=course.zone,
        modules=[out.ModuleName(id=m.id, title=m.title, step=m.key) for m in laid.all if m.published],
        items=[item_ref(ref(laid, i.id)) for i in items],
        rows=rows,
    )
