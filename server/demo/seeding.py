"""Seed the demo, whole or not at all."""

from __future__ import annotations

from datetime import datetime, timedelta
from decimal import Decimal
from random import Random
from zoneinfo import ZoneInfo

from apps.assignments.models import HandIn
from apps.courses.models import Course, Enrolment, Group, GroupMember, Section, Term, TermBreak
from apps.layout.models import Allowance
from apps.layout.queries import layout
from apps.layout.reading.persons import layout_for
from apps.library.models import TourSeen
from apps.live.models import Absence
from apps.people.models import Person
from django.db import transaction

from demo import asked, banks, checks, library, linked, map8, said, spring, srv010, srv110, sta205, talk, written
from demo.doings import Class, Habit, habit, started
from demo.measured import add_given_back, add_measures
from demo.people import make_people
from demo.photographs import add_photographs

STUDENTS = 46
SEED = 110
ALLOWED_AT = 2


@transaction.atomic
def seed(now: datetime, students: int = STUDENTS, other_terms: bool = True, homework: str = "") -> bool:
    """Make everything around `now`; False when it is there already. `other_terms`: the courses of other terms too.
    `homework`: where the stand-in homework system is reached, in which the sets are worked then; without one they are
    handed in here."""
    if Course.objects.exists():
        return False
    random = Random(SEED)
    instructor, assistant, class_ = make_people(students, random)
    today = now.astimezone(ZoneInfo(srv110.ZONE)).date()
    course, sections, layouter = srv110.make_course(today)
    srv110.put_questions(course, layouter.items, instructor)
    banks.slip(course)
    _enrol(course, sections, instructor, assistant, class_)
    checks.hand_sheets_out(course, layouter.items[checks.MID_TERM], class_, instructor, now - timedelta(days=1))
    _play(course, instructor, class_, now, random)
    induction = srv010.make_course()
    Enrolment.objects.create(course=induction, person=instructor, role=Enrolment.INSTRUCTOR)
    Enrolment.objects.bulk_create(
        Enrolment(course=induction, person=p, role=Enrolment.STUDENT) for p in class_[: min(12, students)]
    )
    srv110.read_all_files(course)
    library.stock(course, class_[0], now)
    talk.play(course, instructor, class_, now)
    said.announce(course, instructor, class_, now)
    asked.ask(course, instructor, class_, now)
    written.write(course, instructor, class_, now)
    _stay_away(course, class_, now)
    TourSeen.objects.bulk_create(TourSeen(course=course, person=p, at=now) for p in class_)
    _coming_terms(course)
    if homework:
        linked.link_sets(course, homework, now)
    if other_terms:
        spring.make_spring(now, instructor)
        sta205.make_sta205(today, instructor)
        map8.make_map8(now, today, random)
    return True


def _coming_terms(course: Course) -> None:
    """The two terms of the college that new courses can be made in."""
    if course.term is None:
        return
    monday = course.term.last_day + timedelta(days=28 - course.term.last_day.weekday())
    for name, first, weeks, pause in (("Spring", monday, 16, 8), ("Summer", monday + timedelta(weeks=18), 6, 0)):
        last = first + timedelta(days=weeks * 7 - 3)
        term = Term.objects.create(name=f"{name} {first.year}", first_day=first, last_day=last, shared=True)
        if pause:
            day = first + timedelta(weeks=pause)
            TermBreak.objects.create(term=term, name="Break", first_day=day, last_day=day + timedelta(days=6))


ABSENT = ((1, "The bus from Hallow broke down."), (5, "Ill since Sunday; back on Thursday."))
"""Who missed the last class of their section, and why."""


def _stay_away(course: Course, class_: list[Person], now: datetime) -> None:
    for n, reason in ABSENT:
        if n >= len(class_):
            continue
        past = [m for m in layout_for(layout(course), class_[n].pk).calendar.meetings if m.end < now]
        if past:
            last = past[-1]
            Absence.objects.create(
                course=course,
                person=class_[n],
                class_day=last.day,
                starts_at=last.start,
                reason=reason,
                at=last.end + timedelta(hours=2),
            )


def _enrol(
    course: Course, sections: list[Section], instructor: Person, assistant: Person, class_: list[Person]
) -> None:
    Enrolment.objects.create(course=course, person=instructor, role=Enrolment.INSTRUCTOR)
    Enrolment.objects.create(course=course, person=assistant, role=Enrolment.ASSISTANT, section=sections[1])
    Enrolment.objects.bulk_create(
        Enrolment(course=course, person=person, role=Enrolment.STUDENT, section=sections[(n + 1) % 2])
        for n, person in enumerate(class_)
    )


def _play(course: Course, grader: Person, class_: list[Person], now: datetime, random: Random) -> None:
    game = Class(course, grader, now, random)
    for n, person in enumerate(class_):
        how = (Habit(1, 0.9, 0), Habit(0.62, 0.66, 0.3))[n] if n < 2 else habit(random)
        game.play(person, how)
    _settle_keeps_up(game, class_[0])
    for n, person in enumerate(class_):
        if n % 5 in (0, 3):
            at = now - timedelta(hours=17 + n % 13, minutes=7 * n % 60)
            game.practise(person, checks.PRACTICE, at, 0.99 if n == 0 else 0.8)
    if len(class_) > ALLOWED_AT:
        _sit_now(game, class_[ALLOWED_AT], now)
    game.keep()
    books = HandIn.objects.filter(course=course, item__title="Field book: bearings").order_by("handed_in_at")
    add_photographs(list(books), random)
    first = HandIn.objects.filter(course=course, person=class_[0], item__title="Field book: level loop")
    add_photographs(list(first), random)
    add_measures(course, grader, list(first), now - timedelta(days=1))
    add_given_back(course, grader, list(books))
    if len(class_) > ALLOWED_AT:
        _allow(course, class_[ALLOWED_AT], grader, now)
    laid = layout(course)
    set_7a = next(i for i in laid.student_items.values() if i.title.startswith("Set 7A"))
    if set_7a.span.due is not None and set_7a.span.due > now:
        started(
            course,
            class_[0],
            set_7a,
            now - timedelta(hours=15),
            "AB: latitude +63.969 m, departure +58.106 m.\nBC: latitude −30.787 m, departure +56.314 m.",
        )


def _allow(course: Course, person: Person, giver: Person, now: datetime) -> None:
    """Two more days on everything, half as much time again, for the student to sign in as."""
    Allowance.objects.create(
        course=course,
        person=person,
        shift_minutes={"due": 2 * 24 * 60},
        time_factor=Decimal("1.5"),
        why="Agreed with the access office for this term",
        given_at=now - timedelta(weeks=7),
        given_by=giver,
    )
    crew = Group.objects.create(course=course, name="Crew A")
    first_section = Enrolment.objects.filter(course=course, role=Enrolment.STUDENT).order_by("id")[:5]
    GroupMember.objects.bulk_create(GroupMember(group=crew, person_id=e.person_id) for e in first_section)


def _sit_now(game: Class, person: Person, now: datetime) -> None:
    """The student with more time sits the seventh check, begun eighteen minutes ago."""
    items = {item.title.partition(":")[0]: item for item in game.laid.student_items.values()}
    check = items["Check 7"]
    game.forget(person, {check.id, items["Set 7A"].id, items["Set 7B"].id})
    for title in ("Set 7A", "Set 7B"):
        game.hand_in(person, items[title], now - timedelta(hours=14))
    begun = now - timedelta(minutes=18)
    attempt = game.sittings.under_way(check, person, begun, 30)
    detail = {"attempt": 1, "of": 2, "answered": 4, "questions": 6, "ends": int(attempt.ends_at.timestamp())}  # type: ignore[union-attr]
    game.started(person, check, begun, detail)


def _settle_keeps_up(game: Class, person: Person) -> None:
    """The student to sign in as: everything that was due is in, week 7's other work still ahead."""
    from_7 = [i for m in game.laid.students if m.week is not None and m.week >= 7 for i in m.items if i.takes_hand_ins]
    game.forget(person, {i.id for i in from_7 if i.span.due is None or i.span.due > game.now})
