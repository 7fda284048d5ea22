"""The gradebook's sheet: what is graded by category, and the class by name."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime
from fractions import Fraction

from apps.courses.public import Course, Group, Membership, Named, Section, students
from apps.gradebook.public import Category, Setup, held_of_class, points, setup_of
from apps.layout.public import LaidItem, Layout, layout
from apps.path.public import Fact, fact_counts
from apps.screens.activities import waiting_work
from apps.screens.gradebook import schemas as out


def book(course: Course, member: Membership, now: datetime) -> out.Book:
    """Every item with points that is not practice, by category; those without one last. Students of the reader's
    sections."""
    sections = member.section_ids
    laid, found = layout(course), setup_of(course)
    weeks = {i.id: m.week for m in laid.all for i in m.items}
    by_category: dict[int | None, list[out.BookItem]] = {}
    for item in _counting(laid):
        by_category.setdefault(found.category_of(item.id), []).append(_item(found, item, weeks.get(item.id)))
    shown = [_category(c, by_category.get(c.pk, [])) for c in found.categories]
    people = _people(course, laid, sections)
    own = {group for one in people for group in one.groups}
    groups = Group.objects.filter(course=course).order_by("name").values_list("pk", "name")
    return out.Book(
        zone=course.zone,
        now=now,
        students=len(people),
        categories=[*shown, out.BookCategory(id=None, name="", weight=None, items=by_category.get(None, []))],
        sections=_sections(course, sections),
        groups=[Named(id=pk, name=name) for pk, name in groups if pk in own],
        people=people,
        can_release=member.instructs,
    )


def counts(course: Course, member: Membership, now: datetime) -> list[out.ColumnCounts]:
    """Of the students of the reader's sections, a row an item of the book; five queries."""
    items = _counting(layout(course))
    ids, sections = [i.id for i in items], member.section_ids
    came = fact_counts(course, ids, sections, (Fact.HANDED_IN, Fact.POSTED))
    waiting, held = waiting_work(course, ids, sections, now), held_of_class(course, ids, sections)
    return [
        out.ColumnCounts(
            item=item.id,
            handed_in=came.get((item.id, Fact.POSTED if item.talks else Fact.HANDED_IN), 0),
            waiting=waiting.get(item.id, 0),
            held=held.get(item.id, 0),
        )
        for item in items
    ]


def _counting(laid: Layout) -> list[LaidItem]:
    return [item for item in laid.items.values() if item.counts]


def _sections(course: Course, own: Sequence[int] | None) -> list[Named]:
    rows = Section.objects.filter(course=course).order_by("number")
    return [Named(id=s.pk, name=s.name) for s in (rows if own is None else rows.filter(pk__in=own))]


def _people(course: Course, laid: Layout, sections: Sequence[int] | None) -> list[out.BookPerson]:
    rows = students(course, sections).order_by("person__sort_name", "person_id")
    return [
        out.BookPerson(id=pk, name=name, section=section, groups=sorted(laid.groups.get(pk, ())))
        for pk, name, section in rows.values_list("person_id", "person__sort_name", "section_id")
    ]


def _item(found: Setup, item: LaidItem, week: int | None) -> out.BookItem:
    graded = found.graded.get(item.id)
    return out.BookItem(
        id=item.id,
        title=item.title,
        kind=item.kind,
        week=week,
        due=item.span.due,
        points=str(points(item.possible)),
        hold=graded is not None and graded.hold,
        extra=graded is not None and graded.extra_credit,
    )


def _category(category: Category, items: list[out.BookItem]) -> out.BookCategory:
    weight = None if category.weight is None else str(points(Fraction(category.weight)))
    return out.BookCategory(id=category.pk, name=category.name, weight=weight, items=items)
