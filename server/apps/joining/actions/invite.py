from __future__ import annotations

from datetime import timedelta

from django.conf import settings
from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.utils.translation import gettext as _
from unvo_core.people.people_table import named

from apps.courses.public import Course, Enrolment, can_lay_out, membership
from apps.joining.models import Invitation
from apps.joining.secrets import digest, new_secret
from apps.kernel.public import Actor, Refused, not_found, now, one_line, record, require
from apps.notices.public import queue_mail
from apps.people.public import Person

HOLDS = timedelta(days=21)


def make_link(person: Person) -> str:
    """A new invitation; the ones before it do not work any more."""
    secret, at = new_secret(), now()
    Invitation.objects.filter(person=person, used_at=None, ends_at__gt=at).update(ends_at=at)
    Invitation.objects.create(person=person, digest=digest(secret), made_at=at, ends_at=at + HOLDS)
    return f"{settings.PUBLIC_ADDRESS}/invitation/{secret}"


def invite(person: Person, into: str, by: str) -> None:
    """Mail a link to set a password by; `into`: the course, in words."""
    subject = _("You are invited to %(into)s") % {"into": into}
    body = _(
        "%(name)s,\n\n%(by)s has enrolled you in %(into)s.\n\nSet a password and begin here:\n%(link)s\n\n"
        "The link works once, until %(days)s days from now. If it has ended, ask for another one at the sign-in page"
        " with 'Forgotten your password'.\n"
    )
    words = {"name": person.name, "by": by, "into": into, "link": make_link(person), "days": HOLDS.days}
    queue_mail(person.email, subject, body % words)


def tell_enrolled(person: Person, into: str, by: str) -> None:
    subject = _("You are enrolled in %(into)s") % {"into": into}
    body = _("%(name)s,\n\n%(by)s has enrolled you in %(into)s. Sign in as you always do:\n%(link)s\n")
    words = {"name": person.name, "by": by, "into": into, "link": settings.PUBLIC_ADDRESS}
    queue_mail(person.email, subject, body % words)


def invite_again(actor: Actor, course: Course, person_id: int) -> None:
    require(can_lay_out(membership(actor, course)))
    row = Enrolment.objects.filter(course=course, person_id=person_id).select_related("person").first()
    if row is None:
        raise not_found("person")
    if row.person.has_usable_password():
        raise Refused("invitation.there_already", status=409, name=row.person.name)
    invite(row.person, f"{course.code} {course.title}", actor.name)
    record(actor, "people.invite", ("person", person_id), course_id=course.pk)


def standing_invitation(secret: str, *, lock: bool = False) -> Invitation:
    rows = Invitation.objects.select_for_update(of=("self",)) if lock else Invitation.objects.all()
    found = rows.select_related("person").filter(digest=digest(secret)).first()
    if found is None or not found.person.is_active:
        raise Refused("invitation.unknown", status=404)
    if found.used_at or found.person.has_usable_password():
        # One who set a password by another mail meanwhile is in: the link sets no second one over theirs.
        raise Refused("invitation.used", status=409)
    if found.ends_at <= now():
        raise Refused("invitation.over", status=409)
    return found


def accept(secret: str, name: str, password: str) -> Person:
    """Set the name and password of the person who was invited; works once."""
    found = standing_invitation(secret, lock=True)
    person = Person.objects.select_for_update(no_key=True).get(pk=found.person_id)
    name = one_line(name, "Name", 150)
    try:
        validate_password(password, person)
    except ValidationError as error:
        raise Refused("password.weak", why=" ".join(error.messages)) from error
    if name != person.name:
        person.name, person.sort_name = named(name)
    person.set_password(password)
    person.save(update_fields=["name", "sort_name", "password"])
    found.used_at = now()
    found.save(update_fields=["used_at"])
    record(Actor(person.pk, person.name), "invitation.accept", ("person", person.pk))
    return person
