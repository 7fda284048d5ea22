"""Operations that begin a course, name it, and take its dates."""

from datetime import date
from decimal import Decimal
from typing import Annotated

from pydantic import BaseModel, Field
from unvo_core.terms.first_modules import MOST_MODULES, Run

from apps.courses.public import THERE, Course, Day, Enrolment, Term, course_by_slug
from apps.kernel.public import Allowed, actor_of, now, sentence, write
from apps.layout.actions import begin_course as action
from apps.layout.actions.name_course import name_course
from apps.layout.actions.set_schedule import drop_dates
from apps.layout.api import schedule_schemas as t
from apps.layout.api import schemas as s
from apps.layout.api.router import router
from apps.layout.api.shapes import changed, slots_of
from apps.layout.queries import layout
from apps.people.public import SignedIn, can_make_courses


class SharedTerm(BaseModel):
    id: int
    name: str
    first_day: date
    last_day: date


class Copyable(BaseModel):
    slug: str
    code: str
    title: str
    term: str


class Beginnings(BaseModel):
    """What a new course can be made of: the institution's terms that are not over, and the courses that the reader lays
    out. `may`: whether they make courses at all."""

    may: bool
    terms: list[SharedTerm]
    courses: list[Copyable]


class OwnDates(BaseModel):
    name: str
    first_day: Day
    last_day: Day


class NewTimesIn(BaseModel):
    """`term_id` or `own`, or neither for a course without dates. `count`: of units, or of modules without dates."""

    zone: str
    term_id: int | None = None
    own: OwnDates | None = None
    slots: Annotated[list[t.Slot], Field(max_length=40)] = []
    run: Run = "weeks"
    count: Annotated[int, Field(ge=1, le=MOST_MODULES)] = 8


class NewCourseIn(NewTimesIn):
    title: str
    code: str
    credits: Annotated[Decimal, Field(ge=0, le=60)] = Decimal(0)


class NewWeek(BaseModel):
    """`number` null: a break, called by `name`. `classes`: weekdays with class, 0 is Monday."""

    number: int | None
    first_day: date
    name: str
    classes: list[int]


class NewPlan(BaseModel):
    """What a course with these dates would be. `problem`: why its modules can't run that way."""

    weeks: list[NewWeek]
    modules: int
    problem: str


class NewCourse(BaseModel):
    """`first`: the address of its first step; empty while it has no modules."""

    slug: str
    code: str
    title: str
    dated: bool
    first: str


class Naming(BaseModel):
    title: str
    code: str


@router.get("/new-course", response=Beginnings)
def read_beginnings(request: SignedIn) -> Beginnings:
    may = isinstance(can_make_courses(actor_of(request)), Allowed)
    return Beginnings(may=may, terms=_terms() if may else [], courses=_copyable(request.user.pk) if may else [])


def _terms() -> list[SharedTerm]:
    rows = Term.objects.filter(shared=True, removed=False, last_day__gte=now().date()).order_by("first_day", "id")
    return [SharedTerm(id=r.pk, name=r.name, first_day=r.first_day, last_day=r.last_day) for r in rows]


def _copyable(person_id: int) -> list[Copyable]:
    rows = Enrolment.objects.filter(person_id=person_id, role=Enrolment.INSTRUCTOR, **THERE)
    return [
        Copyable(
            slug=row.course.slug,
            code=row.course.code,
            title=row.course.title,
            term=row.course.term.with_year if row.course.term else "",
        )
        for row in rows.select_related("course__term").order_by("course__code", "-course__term__first_day", "course_id")
    ]


@router.post("/new-course/preview", response=NewPlan)
def preview_course(request: SignedIn, payload: NewTimesIn) -> NewPlan:
    """The weeks and modules of a course with these dates; changes nothing."""
    plan = action.plan_course(actor_of(request), _time(payload))
    days = plan.calendar.class_days
    return NewPlan(
        weeks=[
            NewWeek(
                number=week.number,
                first_day=week.first_day,
                name=week.break_name or "",
                classes=[n for n, day in enumerate(week.days) if day in days],
            )
            for week in plan.calendar.weeks
        ],
        modules=len(plan.modules.weeks),
        problem=" ".join(sentence(p.code, p.params) for p in plan.modules.problems),
    )


@router.post("/new-course", response=NewCourse)
@write
def make_course(request: SignedIn, payload: NewCourseIn) -> NewCourse:
    wish = action.CourseWish(title=payload.title, code=payload.code, credits=payload.credits, time=_time(payload))
    return _made(action.begin_course(actor_of(request), wish))


def _time(payload: NewTimesIn) -> action.TimeWish:
    own = payload.own
    return action.TimeWish(
        zone=payload.zone,
        dates=action.OwnDates(own.name, own.first_day, own.last_day) if own else payload.term_id,
        slots=slots_of(payload.slots),
        run=payload.run,
        count=payload.count,
    )


def _made(course: Course) -> NewCourse:
    modules = layout(course).all
    return NewCourse(
        slug=course.slug,
        code=course.code,
        title=course.title,
        dated=course.term_id is not None,
        first=modules[0].key if modules else "",
    )


@router.put("/courses/{slug}/naming", response=s.Changed)
@write
def edit_naming(request: SignedIn, slug: str, payload: Naming) -> s.Changed:
    return changed(name_course(actor_of(request), course_by_slug(slug), payload.title, payload.code), slug)


@router.delete("/courses/{slug}/dates", response=s.Changed)
@write
def delete_dates(request: SignedIn, slug: str) -> s.Changed:
    return changed(drop_dates(actor_of(request), course_by_slug(slug)), slug)
