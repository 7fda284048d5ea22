from typing import Annotated

from django.contrib.auth import login
from django.db import transaction
from django.http import HttpRequest
from ninja import File, Router, UploadedFile
from unvo_core.people.people_table import MOST_PEOPLE

from apps.courses.public import Course, Enrolment, can_lay_out, course_by_slug, instructors, membership, places_of
from apps.joining.actions import codes, invite
from apps.joining.actions.enrol_people import Wish, add_teacher, enrol_people
from apps.joining.api import schemas as s
from apps.joining.models import ClassCode
from apps.joining.previews import preview
from apps.kernel.public import actor_of, now, require, tables, write
from apps.people.public import SignedIn

router = Router(tags=["joining"])
BACKEND = "allauth.account.auth_backends.AuthenticationBackend"


@router.post("/courses/{slug}/people-preview", response=s.PeoplePreview)
def preview_people(request: SignedIn, slug: str, payload: s.ListIn) -> s.PeoplePreview:
    """What a pasted list would do; changes nothing."""
    course = _laid_out_by(request, slug)
    grid = (tables.of_html(payload.html, MOST_PEOPLE) if payload.html else []) or tables.of_text(payload.text)
    return preview(course, grid)


@router.post("/courses/{slug}/people-preview/file", response=s.PeoplePreview)
def preview_people_file(request: SignedIn, slug: str, file: Annotated[UploadedFile, File()]) -> s.PeoplePreview:
    """The same of a spreadsheet or a text with separators; the file is not kept."""
    return preview(_laid_out_by(request, slug), tables.of_file(file, MOST_PEOPLE))


def _laid_out_by(request: SignedIn, slug: str) -> Course:
    course = course_by_slug(slug)
    require(can_lay_out(membership(actor_of(request), course)))
    return course


@router.post("/courses/{slug}/people", response=s.Enrolled)
@write
def enrol_list(request: SignedIn, slug: str, payload: s.PeopleIn) -> s.Enrolled:
    wishes = [Wish(**p.model_dump()) for p in payload.people]
    counts = enrol_people(actor_of(request), course_by_slug(slug), wishes)
    return s.Enrolled.model_validate(dict(counts))


@router.post("/courses/{slug}/teachers", response=s.Added)
@write
def new_teacher(request: SignedIn, slug: str, payload: s.TeacherIn) -> s.Added:
    wish = Wish(**payload.person.model_dump())
    added = add_teacher(actor_of(request), course_by_slug(slug), wish, payload.role, payload.section_ids)
    return s.Added(person_id=added.pk)


@router.post("/courses/{slug}/people/{person_id}/invitation", response=s.Added)
@write
def send_invitation(request: SignedIn, slug: str, person_id: int) -> s.Added:
    """Another invitation; the one before it does not work any more."""
    invite.invite_again(actor_of(request), course_by_slug(slug), person_id)
    return s.Added(person_id=person_id)


@router.get("/courses/{slug}/codes", response=list[s.Code])
def read_codes(request: SignedIn, slug: str) -> list[s.Code]:
    """The codes that let somebody in now."""
    return _codes(_laid_out_by(request, slug))


def _codes(course: Course) -> list[s.Code]:
    rows = ClassCode.objects.filter(course=course, closed_at=None).order_by("section__number", "id")
    return [_code(row) for row in rows if row.ends_at is None or row.ends_at > now()]


@router.post("/courses/{slug}/codes", response=s.Code)
@write
def new_code(request: SignedIn, slug: str, payload: s.CodeIn) -> s.Code:
    wish = payload.section_id, payload.most_uses, payload.ends_on
    return _code(codes.make_code(actor_of(request), course_by_slug(slug), *wish))


@router.delete("/courses/{slug}/codes/{code_id}", response=list[s.Code])
@write
def delete_code(request: SignedIn, slug: str, code_id: int) -> list[s.Code]:
    course = course_by_slug(slug)
    codes.close_code(actor_of(request), course, code_id)
    return _codes(course)


def _code(row: ClassCode) -> s.Code:
    return s.Code(
        id=row.pk,
        section_id=row.section_id,
        code=row.code,
        made_at=row.made_at,
        ends_at=row.ends_at,
        most_uses=row.most_uses,
        uses=row.uses,
    )


@router.get("/join/{code}", response=s.ToJoin)
def read_code(request: SignedIn, code: str) -> s.ToJoin:
    """What a code lets into, before one confirms."""
    found = codes.standing_code(code)
    course, own = found.course, places_of(found.course)
    section = found.section
    present = membership(actor_of(request), course)
    return s.ToJoin(
        code=found.code,
        slug=course.slug,
        course=course.code,
        title=course.title,
        term=course.term.with_year if course.term else "",
        section=section.name if section else "",
        instructors=instructors(course),
        fate=own.fate(request.user.pk, found.section_id),
        present_section=present.section_name,
    )


@router.post("/join/{code}", response=s.Joined)
@write
def join_course(request: SignedIn, code: str) -> s.Joined:
    found, fate = codes.join(actor_of(request), code)
    return s.Joined(slug=found.course.slug, fate=fate)


@router.get("/invitations/{secret}", response=s.Invited, auth=None)
def read_invitation(request: HttpRequest, secret: str) -> s.Invited:
    """Whom a link invites, and to what."""
    person = invite.standing_invitation(secret).person
    rows = Enrolment.objects.filter(person=person, course__removed_at=None).select_related("course").order_by("id")
    courses = dict.fromkeys(f"{row.course.code} {row.course.title}" for row in rows)
    return s.Invited(name=person.name, email=person.email, courses=list(courses))


@router.post("/invitations/{secret}", response=s.Accepted, auth=None)
def accept_invitation(request: HttpRequest, secret: str, payload: s.AcceptIn) -> s.Accepted:
    """Set name and password, and be signed in. The link is the key: it works once, so no other is asked for."""
    with transaction.atomic():
        person = invite.accept(secret, payload.name, payload.password)
        login(request, person, backend=BACKEND)
    return s.Accepted(name=person.name)
