"""Rubrics and kept comments of a course."""

from collections.abc import Mapping
from fractions import Fraction
from typing import Any

from django.http import HttpResponse

from apps.courses.public import Course, course_by_slug, memberships_of, taught_course
from apps.gradebook.actions import remarks
from apps.gradebook.actions.keep_rubric import CriterionWish, LevelWish, keep_rubric, remove_rubric, use_rubric
from apps.gradebook.api import rubric_schemas as s
from apps.gradebook.api.router import router
from apps.gradebook.marks import points
from apps.gradebook.models import Rubric
from apps.gradebook.rubrics import rubric_of, titles_using
from apps.kernel.public import actor_of, answer, editions, write
from apps.layout.public import Changed, changed
from apps.people.public import SignedIn


@router.get("/courses/{slug}/rubrics", response=s.Rubrics)
def read_rubrics(request: SignedIn, slug: str) -> HttpResponse:
    course, member = taught_course(actor_of(request), slug)
    rows = list(Rubric.objects.filter(course=course, removed=False).order_by("name", "id"))
    ids = [row.pk for row in rows]
    known, used = editions({"rubric": ids}), titles_using(ids)
    others = memberships_of(request.user.pk) if member.instructs else []
    names = {c.pk: f"{c.code} {c.title}" for c, there in others if there.instructs and c.pk != course.pk}
    there = Rubric.objects.filter(course_id__in=names, removed=False).order_by("course_id", "name")
    return answer(
        s.Rubrics(
            own=[
                s.KeptRubric(
                    **rubric_out(row).model_dump(),
                    used=used.get(row.pk, []),
                    edition=known.get(("rubric", row.pk), 0),
                )
                for row in rows
            ],
            elsewhere=[s.RubricElsewhere(**rubric_out(row).model_dump(), course=names[row.course_id]) for row in there],
        )
    )


@router.post("/courses/{slug}/rubrics", response=s.RubricOut)
@write
def make_rubric(request: SignedIn, slug: str, payload: s.RubricIn) -> s.RubricOut:
    row = keep_rubric(actor_of(request), course_by_slug(slug), None, payload.name, _wishes(payload))
    return rubric_out(row)


@router.put("/courses/{slug}/rubrics/{rubric_id}", response=s.RubricOut)
@write
def change_rubric(request: SignedIn, slug: str, rubric_id: int, payload: s.RubricIn) -> s.RubricOut:
    row = keep_rubric(actor_of(request), course_by_slug(slug), rubric_id, payload.name, _wishes(payload))
    return rubric_out(row)


@router.delete("/courses/{slug}/rubrics/{rubric_id}", response=Changed)
@write
def take_rubric_out(request: SignedIn, slug: str, rubric_id: int) -> Changed:
    return changed(remove_rubric(actor_of(request), course_by_slug(slug), rubric_id), slug)


@router.put("/courses/{slug}/items/{item_id}/rubric", response=Changed)
@write
def measure_by(request: SignedIn, slug: str, item_id: int, payload: s.RubricChoice) -> Changed:
    return changed(use_rubric(actor_of(request), course_by_slug(slug), item_id, payload.rubric_id), slug)


@router.get("/courses/{slug}/remarks", response=list[s.RemarkOut])
def read_remarks(request: SignedIn, slug: str) -> list[s.RemarkOut]:
    course, _member = taught_course(actor_of(request), slug)
    return _remarks(course)


@router.post("/courses/{slug}/remarks", response=s.RemarkOut)
@write
def keep_remark(request: SignedIn, slug: str, payload: s.RemarkIn) -> s.RemarkOut:
    row = remarks.keep_remark(actor_of(request), course_by_slug(slug), payload.text)
    return s.RemarkOut(id=row.pk, text=row.text, used=row.used)


@router.post("/courses/{slug}/remarks/{remark_id}/used", response=list[s.RemarkOut])
@write
def use_remark(request: SignedIn, slug: str, remark_id: int) -> list[s.RemarkOut]:
    course = course_by_slug(slug)
    remarks.use_remark(actor_of(request), course, remark_id)
    return _remarks(course)


@router.delete("/courses/{slug}/remarks/{remark_id}", response=list[s.RemarkOut])
@write
def take_remark_out(request: SignedIn, slug: str, remark_id: int) -> list[s.RemarkOut]:
    course = course_by_slug(slug)
    remarks.remove_remark(actor_of(request), course, remark_id)
    return _remarks(course)


def _remarks(course: Course) -> list[s.RemarkOut]:
    return [s.RemarkOut(id=r.pk, text=r.text, used=r.used) for r in remarks.remarks_of(course)]


def rubric_out(row: Rubric) -> s.RubricOut:
    core = rubric_of(row)
    most = str(points(core.most)) if core.gives_points else None
    criteria = [s.RubricCriterion(**c) for c in row.criteria]
    return s.RubricOut(id=row.pk, name=row.name, criteria=criteria, most=most)


def measured_out(kept: Mapping[str, Any] | None) -> s.MeasuredBy | None:
    if kept is None:
        return None
    earned, most = (None if kept[name] is None else str(points(Fraction(kept[name]))) for name in ("earned", "most"))
    criteria = [s.Measured(**c) for c in kept["criteria"]]
    return s.MeasuredBy(id=kept["id"], name=kept["name"], criteria=criteria, earned=earned, most=most)


def _wishes(payload: s.RubricIn) -> list[CriterionWish]:
    return [
        CriterionWish(
            id=c.id, name=c.name, words=c.words, levels=[LevelWish(**level.model_dump()) for level in c.levels]
        )
        for c in payload.criteria
    ]
