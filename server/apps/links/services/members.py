"""Members of a context (Names and Role Provisioning Services 2.0): in pages, by role, and what changed since."""

from __future__ import annotations

import hashlib
from collections.abc import Mapping, Sequence
from datetime import timedelta
from typing import Any

import orjson
from django.db.models import Q
from django.http import HttpRequest, HttpResponse

from apps.courses.public import Enrolment, membership
from apps.kernel.public import Actor, not_found, now
from apps.layout.public import layout, layout_for
from apps.links.keys import key_of
from apps.links.line_items import line_item_of
from apps.links.lti import names
from apps.links.lti.messages import Arrival, custom_of, personal, service_base
from apps.links.models import Known, LinkedSystem, Placement, RosterRead
from apps.links.queries import context_key, deployment_of, link_key
from apps.links.services.doors import Caller, Context, answer_json, context_of, link_to_next, page_of, service

KEPT = timedelta(days=30)
"""So long a system may ask what changed since it last read."""
FULL_NAMES = {"Learner": names.LEARNER, "Instructor": names.INSTRUCTOR}


@service(GET=(names.MEMBERS_READ,))
def members(request: HttpRequest, caller: Caller, course_id: int, section_id: int) -> HttpResponse:
    context = context_of(caller, course_id, section_id)
    since = _since(request, caller, context)
    found = _members(caller.system, context)
    base = f"{service_base(context.course, context.section)}/members"
    shown = found if since is None else _changed(found, since.members)
    if role := request.GET.get("role"):
        shown = [m for m in shown if FULL_NAMES.get(role, role) in m["roles"]]
    if link := request.GET.get("rlid"):
        shown = _with_messages(shown, caller, context, link)
    start, limit = page_of(request)
    told = {
        "id": base,
        "context": {
            "id": context_key(context.course, context.section),
            "label": context.course.code,
            "title": context.course.title,
        },
        "members": shown[start : start + limit],
    }
    answer = answer_json(told, names.MEMBERS_TYPE)
    more = link_to_next(request, base, start, limit, len(shown) > start + limit)
    answer["Link"] = more or f'<{base}?since={_kept(caller, context, found).key}>; rel="differences"'
    return answer


def _members(system: LinkedSystem, context: Context) -> list[dict[str, Any]]:
    """Students of the section and those who teach it, in a fixed order."""
    rows = Enrolment.objects.filter(course=context.course).select_related("person")
    if context.section is not None:
        everywhere = Q(role=Enrolment.INSTRUCTOR) | Q(section=None)
        rows = rows.filter(Q(section=context.section) | everywhere)
    people = {row.person_id: row for row in rows.order_by("person_id", "pk")}
    subjects = _subjects(system, list(people))
    return [
        {
            "status": "Active",
            "user_id": subjects[pk],
            "roles": _roles(row.role),
            **personal(system, row.person),
        }
        for pk, row in people.items()
    ]


def _roles(role: str) -> list[str]:
    if role == Enrolment.STUDENT:
        return [names.LEARNER]
    return [names.INSTRUCTOR, names.ASSISTANT] if role == Enrolment.ASSISTANT else [names.INSTRUCTOR]


def _subjects(system: LinkedSystem, people: Sequence[int]) -> dict[int, str]:
    """As whom the system knows each; who is new to it gets a name."""
    current = Known.objects.filter(system=system, person_id__in=people, former=False)
    known = dict(current.values_list("person_id", "subject"))
    if fresh := [pk for pk in people if pk not in known]:
        Known.objects.bulk_create([Known(system=system, person_id=pk) for pk in fresh], ignore_conflicts=True)
        known = dict(current.values_list("person_id", "subject"))
    return {pk: str(subject) for pk, subject in known.items()}


def _digest(member: Mapping[str, Any]) -> str:
    return hashlib.sha256(orjson.dumps(member, option=orjson.OPT_SORT_KEYS)).hexdigest()[:16]


def _since(request: HttpRequest, caller: Caller, context: Context) -> RosterRead | None:
    key = request.GET.get("since", "")
    if not key:
        return None
    rows = RosterRead.objects.filter(system=caller.system, course=context.course, section=context.section)
    found = rows.filter(key=key_of(key)).first()
    if found is None:
        raise not_found("earlier reading; read the members anew")
    return found


def _changed(found: Sequence[dict[str, Any]], before: Mapping[str, str]) -> list[dict[str, Any]]:
    """Who is new or other than before, and who is gone (`Deleted`)."""
    fresh = [member for member in found if before.get(member["user_id"]) != _digest(member)]
    here = {member["user_id"] for member in found}
    gone = [{"status": "Deleted", "user_id": subject, "roles": []} for subject in before if subject not in here]
    return [*fresh, *gone]


def _kept(caller: Caller, context: Context, found: Sequence[dict[str, Any]]) -> RosterRead:
    """What is told now, to be compared with later. The same again is kept once."""
    digests = {member["user_id"]: _digest(member) for member in found}
    rows = RosterRead.objects.filter(system=caller.system, course=context.course, section=context.section)
    rows.filter(at__lt=now() - KEPT).delete()
    last = rows.order_by("-at", "-pk").first()
    if last is not None and last.members == digests:
        return last
    return RosterRead.objects.create(
        system=caller.system, course=context.course, section=context.section, members=digests, at=now()
    )


def _with_messages(
    shown: Sequence[dict[str, Any]], caller: Caller, context: Context, link: str
) -> list[dict[str, Any]]:
    """For one resource link: what a launch of it would carry for each member of the context."""
    laid = layout(context.course)
    rows = Placement.objects.select_related("system").filter(system=caller.system, item__course=context.course)
    placement = next((p for p in rows if link_key(p, context.section) == link and p.item_id in laid.items), None)
    deployment = deployment_of(caller.system, context.course)
    if placement is None or deployment is None:
        raise not_found("resource link")
    line_item = line_item_of(context.course, placement, laid.items[placement.item_id])
    known = {str(k.subject): k for k in Known.objects.filter(system=caller.system).select_related("person")}
    found = []
    for member in shown:
        if (one := known.get(member["user_id"])) is None or member["status"] != "Active":
            found.append(member)
            continue
        arrival = Arrival(
            system=caller.system,
            deployment=deployment,
            course=context.course,
            section=context.section,
            person=one.person,
            member=membership(Actor(one.person_id, ""), context.course),
            known=one,
            nonce="",
        )
        item = layout_for(laid, one.person_id).items[placement.item_id]
        custom = custom_of(arrival, placement, item, line_item)
        message = {names.CLAIM + "message_type": names.LAUNCH, names.CLAIM + "custom": custom}
        found.append({**member, "message": [message]})
    return found
