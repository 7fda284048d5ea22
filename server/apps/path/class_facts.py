"""What the people of a class did, as the database counts it and as the core reads it."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from datetime import datetime
from typing import Any, NamedTuple

from django.contrib.postgres.aggregates import ArrayAgg, JSONBAgg
from django.db.models import Q
from django.db.models.functions import JSONArray
from unvo_core.path.facts import ItemFacts

from apps.courses.public import Course
from apps.layout.public import LaidItem, rule_kind, rule_kinds
from apps.path.facts import FACT_FIELDS, FactRow, person_facts
from apps.path.models import Fact

FACT = JSONArray(*(name for name in FACT_FIELDS if name != "detail"), "detail__percent")
"""A fact with what an evaluation asks of it. As JSON it is read several times faster than as rows."""


def facts_of_people(course: Course, which: Q) -> dict[int, dict[int, ItemFacts]]:
    """Person -> item -> facts, of those that `which` picks; one query."""
    rows = Fact.objects.filter(which, course=course).values_list("person_id")
    return {pk: facts_from(found) for pk, found in rows.annotate(rows=JSONBAgg(FACT))}


def hand_in_times(course: Course, person_ids: Sequence[int]) -> dict[int, dict[int, datetime]]:
    """Person -> item -> when they handed it in; one query."""
    found = facts_of_people(course, Q(kind=Fact.HANDED_IN, person_id__in=person_ids))
    return {
        person: {item: facts.handed_in_at for item, facts in by_item.items() if facts.handed_in_at is not None}
        for person, by_item in found.items()
    }


def who_handed_in(course: Course, person_ids: Sequence[int]) -> dict[int, list[int]]:
    """By person, the items that they handed in; one query."""
    rows = Fact.objects.filter(course=course, kind=Fact.HANDED_IN, person_id__in=person_ids).values_list("person_id")
    return dict(rows.annotate(items=ArrayAgg("item_id")))


class Doing(NamedTuple):
    """How far somebody is with an item: the last attempt that was handed in and when, or that one is begun.
    `given_back`: that attempt is theirs again, to be done once more, and waits for no score."""

    attempt: int
    handed_in_at: datetime | None
    begun: bool
    given_back: bool = False

    @property
    def stands(self) -> bool:
        """Something is handed in that counts as that."""
        return self.handed_in_at is not None and not self.given_back


def doings(course: Course, person_ids: Sequence[int]) -> dict[int, dict[int, Doing]]:
    """Person -> item -> how far they are, of those who did something; one query."""
    kinds = (Fact.STARTED, Fact.HANDED_IN, Fact.GIVEN_BACK)
    rows = Fact.objects.filter(course=course, kind__in=kinds, person_id__in=person_ids)
    found: dict[int, dict[int, Doing]] = {}
    told = ("person_id", "item_id", "kind", "at", "detail__attempt", "detail__handed_in_at")
    for person, item, kind, at, attempt, came in rows.values_list(*told):
        own = found.setdefault(person, {})
        known = own.get(item, Doing(0, None, False))
        if kind == Fact.STARTED:
            own[item] = known._replace(begun=True)
        elif kind == Fact.HANDED_IN:
            own[item] = known._replace(attempt=attempt or 1, handed_in_at=at)
        else:
            own[item] = known._replace(attempt=attempt, handed_in_at=datetime.fromisoformat(came), given_back=True)
    return found


def details_of_people(
    course: Course, person_ids: Sequence[int], item_ids: Sequence[int]
) -> dict[int, dict[tuple[int, str], dict[str, Any]]]:
    """Person -> (item, fact kind) -> words beside it; one query, none where no item is asked for."""
    found: dict[int, dict[tuple[int, str], dict[str, Any]]] = {}
    if item_ids:
        rows = Fact.objects.filter(course=course, person_id__in=person_ids, item_id__in=item_ids)
        for person, item, kind, detail in rows.values_list("person_id", "item_id", "kind", "detail"):
            found.setdefault(person, {})[item, kind] = detail
    return found


def facts_from(rows: Iterable[list[Any]]) -> dict[int, ItemFacts]:
    """By item. `rows`: as `FACT` reads them."""
    return person_facts(_fact_row(*row) for row in rows)


def _fact_row(item_id: int, kind: str, at: str, edition: int, by_teacher: bool, percent: int | None) -> FactRow:
    return item_id, kind, datetime.fromisoformat(at), edition, by_teacher, {"percent": percent or 0}


def one_fact_decides(item: LaidItem) -> bool:
    """Whether the item's done rule asks for one fact alone, so that the database can count it."""
    return any(rule.code == item.done_rule and rule.fact for rule in rule_kinds())


def done_by_one_fact(items: Iterable[LaidItem]) -> Q:
    """The facts by which these items are done: what their rules ask for, or a teacher's tick. The rules must be such
    that one fact decides them."""
    by_rule: dict[tuple[str, int, float], list[int]] = {}
    for item in items:
        rule = rule_kind(item.done_rule)
        edition = item.asked_edition if rule.by_edition else 0
        percent = (item.done_percent or 0) if rule.by_percent else 0
        by_rule.setdefault((item.done_rule, edition, percent), []).append(item.id)
    wanted = Q(kind=Fact.TICKED, by_teacher=True, item_id__in=[pk for ids in by_rule.values() for pk in ids])
    for (code, edition, percent), ids in by_rule.items():
        enough = Q(item_id__in=ids, kind=rule_kind(code).fact)
        if edition:
            enough &= Q(edition__gte=edition)
        wanted |= enough & Q(detail__percent__gte=int(percent)) if percent else enough
    return wanted
