"""The class as its teachers see it: who is where on the path, who is stuck on what and since when."""

from __future__ import annotations

from datetime import datetime

from django.db.models import Max

from apps.courses.public import Course, Enrolment, Group, Named, Section, students
from apps.kernel.public import editions, not_found
from apps.layout.public import LaidItem, Layout, item_ref, layout, ref
from apps.path.public import Fact, Member, Reader, Where, each_member, whereabouts
from apps.screens.roster import schemas as out


def roster(course: Course, reader: Reader) -> out.Roster:
    """Every student whom the reader may see, in order of name."""
    enrolled = _enrolled(course, reader)
    found = whereabouts(course, [e.person_id for e in enrolled], reader.now)
    seen = _last_seen(course)
    laid = layout(course)
    allowed: dict[int, int] = {}
    for given in laid.allowances:
        if given.person_id is not None:
            allowed[given.person_id] = allowed.get(given.person_id, 0) + 1
    return out.Roster(
        zone=course.zone,
        now=reader.now,
        can_lay_out=reader.member.instructs,
        sections=[Named(id=s.pk, name=s.name) for s in Section.objects.filter(course=course).order_by("number")],
        groups=_groups(course),
        students=[_student(e, laid, found[e.person_id], seen.get(e.person_id), allowed, reader.now) for e in enrolled],
    )


def _enrolled(course: Course, reader: Reader) -> list[Enrolment]:
    sections = reader.member.section_ids
    rows = students(course, None if sections is None else list(sections))
    return list(rows.select_related("person").order_by("person__sort_name", "person_id"))


def _last_seen(course: Course) -> dict[int, datetime]:
    """When each person last did something in the course."""
    rows = Fact.objects.filter(course=course, by_teacher=False).values_list("person_id").annotate(at=Max("at"))
    return dict(rows)


def _groups(course: Course) -> list[out.GroupOut]:
    rows = Group.objects.filter(course=course).prefetch_related("members").order_by("name", "id")
    seen = editions({"group": [g.pk for g in rows]})
    return [
        out.GroupOut(
            id=g.pk, name=g.name, members=[m.person_id for m in g.members.all()], edition=seen.get(("group", g.pk), 0)
        )
        for g in rows
    ]


def _student(
    enrolled: Enrolment, laid: Layout, where: Where, seen: datetime | None, allowed: dict[int, int], now: datetime
) -> out.Student:
    at = where.position
    return out.Student(
        id=enrolled.person_id,
        name=enrolled.person.sort_name,
        section_id=enrolled.section_id,
        group_ids=sorted(laid.groups.get(enrolled.person_id, ())),
        allowances=allowed.get(enrolled.person_id, 0),
        done=where.done,
        required=where.required,
        at=item_ref(ref(laid, at.item_id)) if at.item_id is not None else None,
        since=at.since,
        overdue=[item_ref(ref(laid, i)) for i in at.overdue],
        stuck=at.stuck(now),
        drifting=at.drifting,
        last_seen=seen,
    )


def module_progress(course: Course, module_id: int, reader: Reader) -> out.ModuleProgress:
    """One module: each student's state in each of its items, as their own path has it."""
    laid = layout(course)
    module = laid.module_by_id.get(module_id)
    if module is None:
        raise not_found("module")
    enrolled = _enrolled(course, reader)
    items = [i for i in module.items if not i.is_heading and i.published]
    rows = {
        pk: _progress_row(pk, member, module_id, items)
        for pk, member in each_member(course, [e.person_id for e in enrolled], reader.now, module_id)
    }
    return out.ModuleProgress(
        id=module.id,
        title=module.title,
        zone=course.zone,
        modules=[out.ModuleName(id=m.id, title=m.title, step=m.key) for m in laid.all if m.published],
        items=[item_ref(ref(laid, i.id)) for i in items],
        rows=[rows[e.person_id].model_copy(update={"name": e.person.sort_name}) for e in enrolled],
    )


def _progress_row(person_id: int, member: Member, module_id: int, items: list[LaidItem]) -> out.ProgressRow:
    state, facts = member.course.modules.get(module_id), member.facts.facts
    return out.ProgressRow(
        id=person_id,
        name="",
        done=state.required_done if state else 0,
        required=state.required if state else 0,
        cells=[
            out.ProgressCell(
                state=s.state,
                done=s.done,
                done_at=s.done_at,
                by_teacher=i.id in facts and facts[i.id].ticked_by_teacher,
                by_hand=s.by_hand,
            )
            if (s := member.course.items.get(i.id))
            else None
            for i in items
        ],
    )
