"""The way of a person into a system: begun here, asked about by the system, answered with a message that we sign."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any
from urllib.parse import urlencode

from unvo_core.links.sections import is_elsewhere

from apps.courses.public import Course, Membership, Section, can_enter, can_teach, membership, refuse_archived
from apps.kernel.public import Actor, Refused, not_found, now, require
from apps.layout.public import LaidItem, layout, person_layout
from apps.links.line_items import line_item_of
from apps.links.lti.hints import Hint, login_hint, message_hint
from apps.links.lti.messages import Arrival, link_message, pick_message
from apps.links.lti.tokens import issuer, once
from apps.links.models import Deployment, Known, KnownIn, LinkedSystem, Picking, Placement, UsedOnce
from apps.links.queries import in_use_by, known_as, known_in, placement_of, section_of
from apps.links.sections import own_section
from apps.path.public import require_doable
from apps.people.public import Person

NONCE_SECONDS = 3600


@dataclass(frozen=True, slots=True)
class Way:
    """An item's way into its system for one person: checked, open now."""

    placement: Placement
    item: LaidItem
    member: Membership
    section: Section | None
    deployment: Deployment


def way_in(actor: Actor, course: Course, item_id: int, section_id: int | None = None) -> Way:
    """Raises Refused for what is locked, closed or not open yet, hidden, in an archived course, switched off, not put
    to use in the course, or known to the system in another section. Whoever teaches gets in always, in any section that
    is theirs."""
    member = membership(actor, course)
    require(can_enter(member))
    placement = placement_of(item_id)
    if placement is None or placement.item.course_id != course.pk or placement.item.removed:
        raise not_found("linked homework")
    deployment = in_use_by(placement.system, course)
    if member.teaches:
        refuse_archived(course)
        laid = layout(course)
    else:
        laid = require_doable(course, item_id, actor, now()).laid
    section = own_section(course, member, actor, section_id)
    if not member.teaches:
        refuse_other_section(placement.system, course, actor, section)
    return Way(placement, laid.items[item_id], member, section, deployment)


def refuse_other_section(system: LinkedSystem, course: Course, actor: Actor, section: Section | None) -> None:
    """Stop whoever the system has, by its own word, in another section than they are in here. Who was moved here since
    is moved along: the system hears of it with the launch."""
    row = known_in(system, course, actor.person_id or 0)
    if row is None or section is None or row.theirs is None:
        return
    if not is_elsewhere(section.pk, row.theirs_id, row.section_id):
        return
    raise Refused(
        "links.other_section",
        status=409,
        also={"theirs": row.theirs.name, "ours": section.name},
        system=system.name,
        theirs=row.theirs.name,
        ours=section.name,
    )


def beginning(system: LinkedSystem, hint: Hint, target: str, deployment: str) -> str:
    """The address at which a launch begins: the system's, which then asks us who comes (OpenID Connect, third party
    initiated login)."""
    told = {
        "iss": issuer(),
        "target_link_uri": target,
        "login_hint": login_hint(hint),
        "lti_message_hint": message_hint(hint),
        "client_id": system.client_id,
        "lti_deployment_id": deployment,
    }
    joint = "&" if "?" in system.login_address else "?"
    return f"{system.login_address}{joint}{urlencode(told)}"


def begin_launch(actor: Actor, course: Course, item_id: int, section_id: int | None = None) -> str:
    """Where the browser goes to open an item. Raises Refused as `way_in` does."""
    way = way_in(actor, course, item_id, section_id)
    system = way.placement.system
    known = known_as(system, actor.person_id or 0)
    section = way.section.pk if way.section is not None else None
    hint = Hint(subject=str(known.subject), system=system.pk, section=section, item=item_id)
    return beginning(system, hint, way.placement.address or system.launch_address, way.deployment.code)


def begin_picking(actor: Actor, picking: Picking) -> str:
    system = picking.system
    deployment = in_use_by(system, picking.course)
    known = known_as(system, actor.person_id or 0)
    hint = Hint(subject=str(known.subject), system=system.pk, section=picking.section_id, picking=picking.pk)
    return beginning(system, hint, system.picking_address or system.launch_address, deployment.code)


def message_for(person: Person, system: LinkedSystem, hint: Hint, nonce: str) -> Mapping[str, Any]:
    """What the system is told of who comes. All is looked at once more: between begin and answer somebody may have
    locked the item, or signed in as somebody else."""
    known = Known.objects.filter(subject=hint.subject, system=system, person=person).first()
    if known is None or hint.system != system.pk:
        raise Refused("links.other_person", status=403)
    if not once(UsedOnce.LAUNCH, f"{system.client_id}:{nonce}", NONCE_SECONDS):
        raise Refused("links.nonce", status=400)
    actor = Actor(person.pk, str(person))
    return _picking(actor, person, known, hint, nonce) if hint.picking else _link(actor, person, known, hint, nonce)


def _link(actor: Actor, person: Person, known: Known, hint: Hint, nonce: str) -> Mapping[str, Any]:
    placement = placement_of(hint.item)
    if placement is None or placement.system_id != known.system_id:
        raise not_found("linked homework")
    course = Course.objects.select_related("term").get(pk=placement.item.course_id)
    way = way_in(actor, course, hint.item, hint.section)
    arrival = Arrival(
        system=placement.system,
        deployment=way.deployment,
        course=course,
        section=way.section,
        person=person,
        member=way.member,
        known=known,
        nonce=nonce,
    )
    _note_place(known, course, way)
    laid = layout(course) if way.member.teaches else person_layout(course, person.pk)
    item = laid.items[hint.item]
    back = f"{issuer()}/c/{course.slug}/item/{hint.item}"
    return link_message(arrival, placement, item, line_item_of(course, placement, way.item), back)


def _note_place(known: Known, course: Course, way: Way) -> None:
    """In which section the system has them from now on; what it said of another before is settled by that."""
    if way.section is None or way.member.teaches:
        return
    at = now()
    row, made = KnownIn.objects.get_or_create(
        known=known, course=course, defaults={"section": way.section, "first_at": at, "last_at": at}
    )
    if not made:
        moved = row.section_id != way.section.pk
        row.section, row.last_at, row.first_at = way.section, at, row.first_at or at
        if moved:
            row.theirs, row.theirs_at = None, None
        row.save(update_fields=["section", "first_at", "last_at", "theirs", "theirs_at"])


def _picking(actor: Actor, person: Person, known: Known, hint: Hint, nonce: str) -> Mapping[str, Any]:
    picking = Picking.objects.select_related("course__term", "system").filter(pk=hint.picking, person=person).first()
    if picking is None or picking.system_id != known.system_id or picking.placed_at is not None:
        raise not_found("choice of content")
    member = membership(actor, picking.course)
    require(can_teach(member))
    section = section_of(picking.course, hint.section)
    arrival = Arrival(
        system=picking.system,
        deployment=in_use_by(picking.system, picking.course),
        course=picking.course,
        section=section,
        person=person,
        member=member,
        known=known,
        nonce=nonce,
    )
    return pick_message(arrival, picking, f"{issuer()}/lti/picked/{picking.key}")
