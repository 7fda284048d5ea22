"""Official grades: frozen as they stood, with what differs since."""

from __future__ import annotations

from collections import Counter
from collections.abc import Mapping, Sequence
from datetime import datetime

from django.utils.translation import gettext as _
from unvo_core.grading.effect import Shown

from apps.courses.public import Course, Enrolment, Membership, Named, Section, students
from apps.gradebook.public import GradeNow, OfficialGrade, OfficialGrades, held_scores
from apps.kernel.public import Refused, TableRows
from apps.layout.public import layout
from apps.screens.activities import waiting_work
from apps.screens.class_totals import totals_now
from apps.screens.official import schemas as out


def official_page(course: Course, member: Membership, now: datetime) -> out.OfficialPage:
    sections = list(Section.objects.filter(course=course).order_by("number"))
    enrolled = list(students(course).values_list("section_id", flat=True))
    counts = Counter(pk for pk in enrolled if pk is not None)
    items = [i.id for i in layout(course).items.values() if i.counts]
    return out.OfficialPage(
        zone=course.zone,
        sections=[Named(id=s.pk, name=s.name) for s in sections],
        students={0: len(enrolled), **{s.pk: counts[s.pk] for s in sections}},
        held=sum(n for _course, _item, n, _since in held_scores([course.pk])),
        waiting=sum(waiting_work(course, items, member.section_ids, now).values()),
        kept=_kept(course, now),
    )


def grades_now(course: Course, section_id: int | None, now: datetime) -> list[GradeNow]:
    """Of the section's students, or of all, by name."""
    rows = students(course) if section_id is None else students(course, [section_id])
    enrolled = list(rows.select_related("person", "section").order_by("person__sort_name", "person_id"))
    totals = totals_now(course, [e.person_id for e in enrolled], now)
    return [_grade(e, totals[e.person_id]) for e in enrolled]


def official_sheet(course: Course, official_id: int, now: datetime) -> out.OfficialSheet:
    kept = official_row(course, official_id)
    grades = list(kept.grades.order_by("name", "person_id"))
    present = {g.person_id: g for g in grades_now(course, None, now)}
    of_section = (g for g in present.values() if kept.section_id is None or g.section == kept.section_name)
    known = {g.person_id for g in grades}
    shown = [_frozen(g, present.get(g.person_id)) for g in grades]
    return out.OfficialSheet(
        zone=course.zone,
        official=_official(kept, len(grades), sum(g.differs for g in shown)),
        grades=shown,
        joined=[g.name for g in of_section if g.person_id not in known],
    )


def official_table(kept: OfficialGrades, day: str) -> dict[str, TableRows]:
    """`day`: on which they were kept."""
    head = [_("Sign-in name"), _("Name"), _("Section"), _("Total in %"), _("Letter")]
    grades = kept.grades.order_by("name", "person_id")
    rows = [[g.sign_in, g.name, g.section, float(g.total) if g.total else None, g.band] for g in grades]
    return {_("Official grades"): [[kept.period, kept.section_name or _("the whole course"), day], head, *rows]}


def official_row(course: Course, official_id: int) -> OfficialGrades:
    row = OfficialGrades.objects.select_related("by").filter(course=course, pk=official_id).first()
    if row is None:
        raise Refused("official.none", status=404)
    return row


def _kept(course: Course, now: datetime) -> list[out.Official]:
    """The newest first. Those who left stand as they stood."""
    rows = list(OfficialGrades.objects.filter(course=course).select_related("by").order_by("-at", "-pk"))
    if not rows:
        return []
    people = list(students(course).values_list("person_id", flat=True))
    totals = totals_now(course, people, now)
    counts, differing = _compared(rows, totals)
    return [_official(row, counts[row.pk], differing[row.pk]) for row in rows]


def _compared(rows: Sequence[OfficialGrades], totals: Mapping[int, Shown]) -> tuple[Counter[int], Counter[int]]:
    counts: Counter[int] = Counter()
    differing: Counter[int] = Counter()
    told = OfficialGrade.objects.filter(official__in=rows).values_list("official_id", "person_id", "total", "band")
    for official, person, total, band in told:
        counts[official] += 1
        present = totals.get(person)
        differing[official] += present is not None and (total, band) != _said(present)
    return counts, differing


def _official(row: OfficialGrades, count: int, differs: int) -> out.Official:
    return out.Official(
        id=row.pk,
        section=row.section_name,
        period=row.period,
        at=row.at,
        by=row.by.name,
        students=count,
        differs=differs,
    )


def _frozen(kept: OfficialGrade, present: GradeNow | None) -> out.FrozenGrade:
    return out.FrozenGrade(
        person_id=kept.person_id,
        name=kept.name,
        section=kept.section,
        total=kept.total,
        band=kept.band,
        total_now=present.total if present else None,
        band_now=present.band if present else None,
        differs=present is not None and (present.total, present.band) != (kept.total, kept.band),
    )


def _grade(enrolment: Enrolment, total: Shown) -> GradeNow:
    shown, band = _said(total)
    return GradeNow(
        person_id=enrolment.person_id,
        name=enrolment.person.sort_name,
        sign_in=enrolment.person.username,
        section=enrolment.section.name if enrolment.section else "",
        total=shown,
        band=band,
    )


def _said(total: Shown) -> tuple[str, str]:
    return "" if total.shown is None else str(total.shown), total.band or ""
