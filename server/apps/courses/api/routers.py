from ninja import Router

from apps.courses.actions import enrol
from apps.courses.actions.keep_group import keep_group
from apps.courses.actions.keep_section import keep_section
from apps.courses.actions.put_away import archive_course, remove_course
from apps.courses.api import schemas as s
from apps.courses.memberships import membership
from apps.courses.people import people_of
from apps.courses.policies import can_lay_out
from apps.courses.queries import course_by_slug
from apps.courses.shelf import shelf
from apps.kernel.public import actor_of, require, write
from apps.people.public import SignedIn

router = Router(tags=["courses"])


@router.post("/courses/{slug}/groups", response=s.Named)
@write
def new_group(request: SignedIn, slug: str, payload: s.GroupIn) -> s.Named:
    kept = keep_group(actor_of(request), course_by_slug(slug), None, payload.name, payload.members)
    return s.Named(id=kept.pk, name=kept.name)


@router.put("/courses/{slug}/groups/{group_id}", response=s.Named)
@write
def edit_group(request: SignedIn, slug: str, group_id: int, payload: s.GroupIn) -> s.Named:
    kept = keep_group(actor_of(request), course_by_slug(slug), group_id, payload.name, payload.members)
    return s.Named(id=kept.pk, name=kept.name)


@router.get("/courses/{slug}/people", response=s.People)
def read_people(request: SignedIn, slug: str) -> s.People:
    """Who is in a course and who was, for those who keep it."""
    course = course_by_slug(slug)
    require(can_lay_out(membership(actor_of(request), course)))
    return people_of(course)


@router.post("/courses/{slug}/sections", response=s.Named)
@write
def new_section(request: SignedIn, slug: str, payload: s.SectionIn) -> s.Named:
    made = keep_section(actor_of(request), course_by_slug(slug), None, payload.name)
    return s.Named(id=made.pk, name=made.name)


@router.put("/courses/{slug}/sections/{section_id}", response=s.Named)
@write
def edit_section(request: SignedIn, slug: str, section_id: int, payload: s.SectionIn) -> s.Named:
    kept = keep_section(actor_of(request), course_by_slug(slug), section_id, payload.name)
    return s.Named(id=kept.pk, name=kept.name)


@router.put("/courses/{slug}/people/{person_id}/section", response=s.People)
@write
def edit_students_section(request: SignedIn, slug: str, person_id: int, payload: s.StudentPlaceIn) -> s.People:
    """Another section for a student; their work comes along."""
    enrol.move_student(actor_of(request), course_by_slug(slug), person_id, payload.section_id)
    return people_of(course_by_slug(slug))


@router.delete("/courses/{slug}/people/{person_id}", response=s.People)
@write
def withdraw_person(request: SignedIn, slug: str, person_id: int) -> s.People:
    course = course_by_slug(slug)
    enrol.withdraw(actor_of(request), course, person_id)
    return people_of(course)


@router.post("/courses/{slug}/people/{person_id}/return", response=s.People)
@write
def return_person(request: SignedIn, slug: str, person_id: int) -> s.People:
    course = course_by_slug(slug)
    enrol.take_back(actor_of(request), course, person_id)
    return people_of(course)


@router.put("/courses/{slug}/teachers/{person_id}", response=s.People)
@write
def edit_teacher(request: SignedIn, slug: str, person_id: int, payload: s.TeachingIn) -> s.People:
    """Another role or other sections for one of the course's teachers."""
    course = course_by_slug(slug)
    enrol.change_teacher(actor_of(request), course, person_id, payload.role, payload.section_ids)
    return people_of(course)


@router.put("/courses/{slug}/archived", response=s.PutAway)
@write
def edit_archived(request: SignedIn, slug: str, payload: s.ArchiveIn) -> s.PutAway:
    course = archive_course(actor_of(request), course_by_slug(slug), payload.archived)
    return s.PutAway(slug=course.slug, archived=course.archived_at is not None)


@router.delete("/courses/{slug}", response=s.PutAway)
@write
def delete_course(request: SignedIn, slug: str) -> s.PutAway:
    course = course_by_slug(slug)
    remove_course(actor_of(request), course)
    return s.PutAway(slug=course.slug, archived=course.archived_at is not None)


@router.get("/courses", response=list[s.ShelfCourse])
def my_courses(request: SignedIn) -> list[s.ShelfCourse]:
    return shelf(request.user.pk)
