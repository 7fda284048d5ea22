from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from decimal import Decimal

from django.conf import settings
from django.utils.translation import gettext as _
from unvo_core.schedule.allowances import allowance_problems, effective
from unvo_core.schedule.spans import MOMENTS, span_problems

from apps.courses.public import Course, Group, Section, can_lay_out, lock_course, membership, moment, students
from apps.kernel.public import Actor, AuditRecord, Refused, not_found, now, one_line, refuse_problems, require
from apps.layout.actions.layout_change import Edit, apply
from apps.layout.actions.set_moments import wall_of
from apps.layout.models import Allowance
from apps.layout.queries import layout
from apps.layout.reading.facts import ALLOWANCE_FIELDS, allowance_of, row_fields
from apps.layout.reading.structure import Layout
from apps.notices.public import queue_mail
from apps.people.public import Person

LONGEST_WHY = 300
MOST_SHIFT_MINUTES = 366 * 24 * 60


@dataclass(frozen=True)
class AllowanceWish:
    """For exactly one of person, group and section. `item_id` None: for every item of the course."""

    person_id: int | None = None
    group_id: int | None = None
    section_id: int | None = None
    item_id: int | None = None
    shift_minutes: Mapping[str, int] = field(default_factory=dict)
    walls: Mapping[str, str] = field(default_factory=dict)
    time_factor: Decimal = Decimal(1)
    extra_attempts: int = 0
    excused: bool = False
    why: str = ""


def allow(actor: Actor, course: Course, wish: AllowanceWish) -> AuditRecord:
    """Give an allowance and tell those whom it concerns."""
    require(can_lay_out(membership(actor, course)))
    row, change = grant(actor, course, wish)
    tell_of_allowance(course, row)
    return change


def grant(actor: Actor, course: Course, wish: AllowanceWish) -> tuple[Allowance, AuditRecord]:
    """An allowance that comes with something else, which asks who may do it and tells whom it concerns."""
    course = lock_course(course)
    laid = layout(course)
    row = _row(actor, course, laid, wish)
    refuse_bad(row, laid)
    row.save()
    return row, apply(actor, course, "allow", [Edit("allowance", row, made=True)])


def take_back(actor: Actor, course: Course, allowance_id: int) -> AuditRecord:
    """End an allowance; those whom it concerned are told that the course's own dates hold again."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    row = Allowance.objects.filter(course=course, pk=allowance_id, removed=False).first()
    if row is None:
        raise not_found("allowance")
    change = end_grant(actor, course, row)
    tell_of_allowance(course, row)
    return change


def end_grant(actor: Actor, course: Course, row: Allowance) -> AuditRecord:
    """Under the lock of the course; asks and tells nobody."""
    return apply(actor, course, "take_allowance_back", [Edit("allowance", row, {"removed": True})])


def concerned(course: Course, row: Allowance) -> list[Person]:
    """The students whom an allowance is for."""
    own = students(course)
    if row.person_id:
        own = own.filter(person_id=row.person_id)
    elif row.group_id:
        own = own.filter(person__in=Group.objects.get(pk=row.group_id).members.values("person"))
    else:
        own = own.filter(section_id=row.section_id or 0)
    return [e.person for e in own.select_related("person").order_by("person__sort_name")]


def _row(actor: Actor, course: Course, laid: Layout, wish: AllowanceWish) -> Allowance:
    if sum(x is not None for x in (wish.person_id, wish.group_id, wish.section_id)) != 1:
        raise Refused("allowance.for_one")
    if wish.person_id is not None and not students(course).filter(person_id=wish.person_id).exists():
        raise not_found("student")
    if wish.group_id is not None and not Group.objects.filter(course=course, pk=wish.group_id).exists():
        raise not_found("group")
    if wish.section_id is not None and not Section.objects.filter(course=course, pk=wish.section_id).exists():
        raise not_found("section")
    if wish.item_id is not None and wish.item_id not in laid.items:
        raise not_found("item")
    if wish.walls and wish.item_id is None:
        raise Refused("allowance.date_needs_item")
    shifts = {k: v for k, v in wish.shift_minutes.items() if v and k in MOMENTS}
    if any(abs(v) > MOST_SHIFT_MINUTES for v in shifts.values()):
        raise Refused("allowance.too_far")
    return Allowance(
        course=course,
        item_id=wish.item_id,
        person_id=wish.person_id,
        group_id=wish.group_id,
        section_id=wish.section_id,
        shift_minutes=shifts,
        walls={k: wall_of(v, course).strftime("%Y-%m-%dT%H:%M") for k, v in wish.walls.items() if v and k in MOMENTS},
        time_factor=wish.time_factor,
        extra_attempts=wish.extra_attempts,
        excused=wish.excused,
        why=one_line(wish.why, "Reason", LONGEST_WHY) if wish.why.strip() else "",
        given_at=now(),
        given_by_id=actor.person_id,
    )


def refuse_bad(row: Allowance, laid: Layout) -> None:
    """Raises Refused for one that says nothing, or that puts the moments of an item out of order."""
    made = allowance_of(row_fields(row, ALLOWANCE_FIELDS), laid.zone).allowance
    refuse_problems(allowance_problems(made))
    for item_id in [row.item_id] if row.item_id else list(laid.items):
        item = laid.items[item_id]
        if not span_problems(item.span):
            refuse_problems(span_problems(effective(item.span, [made], item_id).span))


def tell_of_allowance(course: Course, row: Allowance) -> None:
    """A mail to each whom it concerns: what holds for them, or, once it is removed, that it has ended."""
    laid = layout(course)
    for person in concerned(course, row):
        words = _ended(course, laid, row, person) if row.removed else _words(course, laid, row, person)
        queue_mail(person.email, *words)


def _ended(course: Course, laid: Layout, row: Allowance, person: Person) -> tuple[str, str]:
    what = laid.items[row.item_id].title if row.item_id in laid.items else _("every item")
    words = {"name": person.name, "what": what, "course": course.code}
    body = _(
        "Hello %(name)s,\n\nyour allowance for %(what)s in %(course)s has ended. The dates of the course hold again."
    )
    return _("%(course)s: an allowance has ended") % words, body % words


def _words(course: Course, laid: Layout, row: Allowance, person: Person) -> tuple[str, str]:
    """Subject and text: what changed for this person, item and dates named."""
    item = laid.items[row.item_id] if row.item_id else None
    what = item.title if item else _("every item of the course")
    lines = []
    if row.excused:
        lines.append(_("You are excused: it does not count."))
    if item is not None:
        span = effective(item.span, [allowance_of(row_fields(row, ALLOWANCE_FIELDS), laid.zone).allowance], item.id)
        names = {"opens": _("Opens"), "start_by": _("Start by"), "due": _("Due"), "closes": _("Closes")}
        lines += [
            f"{names[n]}: {moment(getattr(span.span, n), laid.zone)}" for n in span.made_by if getattr(span.span, n)
        ]
    elif row.shift_minutes.get("due"):
        lines.append(
            _("Every due date is %(n)s days later for you.") % {"n": round(row.shift_minutes["due"] / 1440, 1)}
        )
    if row.extra_attempts:
        lines.append(_("%(n)s more attempts.") % {"n": row.extra_attempts})
    if row.time_factor != 1:
        lines.append(_("%(n)s times the usual time limit.") % {"n": format(row.time_factor.normalize(), "f")})
    where = f"{settings.PUBLIC_ADDRESS}/c/{course.slug}" + (f"/item/{item.id}" if item else "")
    body = "\n".join(
        [_("Hello %(name)s,") % {"name": person.name}, "", f"{course.code} {course.title}: {what}", *lines, "", where]
    )
    return _("%(course)s: an allowance for you, %(what)s") % {"course": course.code, "what": what}, body
