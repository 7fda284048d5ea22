"""What administrators see of the whole place."""

from __future__ import annotations

import json

from django.db.models import Count, Q

from apps.administration.api import schemas as out
from apps.courses.public import Course, Enrolment, Term
from apps.kernel.public import AuditRecord
from apps.layout.public import Break
from apps.people.public import Person

MOST = 200
"""Rows of a list; a narrower search finds the rest."""
LOG_PAGE = 60
LONGEST_TOLD = 600


def terms() -> list[out.KeptTerm]:
    rows = Term.objects.filter(shared=True, removed=False).annotate(n=Count("courses")).prefetch_related("breaks")
    return [
        out.KeptTerm(
            id=row.pk,
            name=row.name,
            first_day=row.first_day,
            last_day=row.last_day,
            week_start=row.week_start,
            first_week_number=row.first_week_number,
            breaks=[
                Break(name=b.name, first_day=b.first_day, last_day=b.last_day, takes_week_number=b.takes_week_number)
                for b in sorted(row.breaks.all(), key=lambda b: b.first_day)
                if not b.removed
            ],
            courses=row.n,
        )
        for row in rows.order_by("-first_day", "id")
    ]


STATES = {
    "running": Q(removed_at=None, archived_at=None, opened_at__isnull=False),
    "closed": Q(removed_at=None, archived_at=None, opened_at=None),
    "archived": Q(removed_at=None, archived_at__isnull=False),
    "removed": Q(removed_at__isnull=False),
}


def courses(find: str, state: out.State | None) -> list[out.KeptCourse]:
    rows = Course.objects.select_related("term").filter(STATES[state] if state else Q())
    for word in find.split()[:6]:
        rows = rows.filter(Q(code__icontains=word) | Q(title__icontains=word) | Q(term__name__icontains=word))
    shown = list(rows.order_by("code", "-term__first_day", "id")[:MOST])
    students = Enrolment.objects.filter(course__in=shown, role=Enrolment.STUDENT).values_list("course_id")
    counts = dict(students.annotate(n=Count("id")))
    teachers: dict[int, list[str]] = {}
    instructing = Enrolment.objects.filter(course__in=shown, role=Enrolment.INSTRUCTOR).order_by("person__sort_name")
    for course_id, name in instructing.values_list("course_id", "person__name"):
        teachers.setdefault(course_id, []).append(name)
    return [
        out.KeptCourse(
            id=row.pk,
            slug=row.slug,
            code=row.code,
            title=row.title,
            term=row.term.with_year if row.term else "",
            state=_state(row),
            students=counts.get(row.pk, 0),
            instructors=teachers.get(row.pk, []),
        )
        for row in shown
    ]


def _state(row: Course) -> out.State:
    if row.removed_at:
        return "removed"
    if row.archived_at:
        return "archived"
    return "running" if row.opened_at else "closed"


def people(find: str, rights: bool) -> list[out.KeptPerson]:
    rows = Person.objects.annotate(n=Count("enrolments__course", distinct=True))
    if rights:
        rows = rows.filter(Q(administers=True) | Q(makes_courses=True))
    for word in find.split()[:6]:
        rows = rows.filter(Q(name__icontains=word) | Q(email__icontains=word) | Q(username__icontains=word))
    return [
        out.KeptPerson(
            id=row.pk,
            name=row.sort_name,
            email=row.email,
            administers=row.administers,
            makes_courses=row.makes_courses,
            active=row.is_active,
            invited=not row.has_usable_password(),
            courses=row.n,
            last_login=row.last_login,
        )
        for row in rows.order_by("sort_name", "id")[:MOST]
    ]


def log(find: str, before: int | None) -> out.Log:
    """The latest first. Words are looked for in who, what, why and the course's code."""
    rows = AuditRecord.objects.order_by("-id")
    if before is not None:
        rows = rows.filter(pk__lt=before)
    for word in find.split()[:6]:
        ids = Course.objects.filter(Q(code__icontains=word) | Q(slug__iexact=word)).values("pk")
        named = Q(actor_name__icontains=word) | Q(action__icontains=word) | Q(why__icontains=word)
        rows = rows.filter(named | Q(course_id__in=ids))
    found = list(rows[: LOG_PAGE + 1])
    shown = found[:LOG_PAGE]
    wanted = {row.course_id for row in shown if row.course_id}
    codes = dict(Course.objects.filter(pk__in=wanted).values_list("pk", "code"))
    return out.Log(
        rows=[
            out.LogRow(
                id=row.pk,
                at=row.at,
                who=row.actor_name,
                action=row.action,
                course=codes.get(row.course_id or 0, ""),
                target=f"{row.target_kind} {row.target_id}",
                why=row.why,
                before=_told(row.before),
                after=_told(row.after),
            )
            for row in shown
        ],
        next=shown[-1].pk if len(found) > LOG_PAGE else None,
    )


def _told(kept: object) -> str:
    text = "" if kept is None else json.dumps(kept, ensure_ascii=False)
    return text if len(text) <= LONGEST_TOLD else f"{text[:LONGEST_TOLD]} …"
