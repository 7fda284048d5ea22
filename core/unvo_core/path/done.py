"""Whether an item counts as done, and since when."""

from __future__ import annotations

from datetime import datetime

from unvo_core.path.model import (
    Acknowledged,
    AllOf,
    AnyOf,
    Attended,
    DoneRule,
    HandedIn,
    ItemFacts,
    Mark,
    Opened,
    Posted,
    ScoredAtLeast,
    Ticked,
    Watched,
)


def is_done(rule: DoneRule, facts: ItemFacts, mark: Mark) -> bool:
    """Excused work and a teacher's tick count as done whatever the rule says."""
    return mark.excused or facts.ticked_by_teacher or _meets(rule, facts, mark)


def _meets(rule: DoneRule, facts: ItemFacts, mark: Mark) -> bool:
    match rule:
        case Opened():
            return facts.opened_at is not None
        case Ticked():
            return facts.ticked_at is not None
        case HandedIn():
            return facts.handed_in_at is not None
        case Acknowledged(edition):
            return facts.acknowledged_at is not None and facts.acknowledged_edition >= edition
        case ScoredAtLeast(percent):
            return mark.percent is not None and mark.percent >= percent
        case Watched(percent):
            return facts.watched_at is not None and facts.watched_percent >= percent
        case Attended():
            return facts.attended_at is not None
        case Posted():
            return _posted(rule, facts)
        case AnyOf(rules):
            return any(_meets(r, facts, mark) for r in rules)
        case AllOf(rules):
            return all(_meets(r, facts, mark) for r in rules)


def _posted(rule: Posted, facts: ItemFacts) -> bool:
    posts = [at for at in facts.posts if rule.posts_by is None or at <= rule.posts_by]
    people = {to for at, to in facts.replies if rule.replies_by is None or at <= rule.replies_by}
    return len(posts) >= rule.posts and len(people) >= rule.replies


def done_at(facts: ItemFacts) -> datetime | None:
    """The moment to show beside 'Done': the fact that came last."""
    moments = (facts.ticked_at, facts.handed_in_at, facts.acknowledged_at, facts.watched_at, facts.attended_at)
    known = [m for m in (*moments, *facts.posts, *(at for at, _ in facts.replies)) if m is not None]
    return max(known) if known else facts.opened_at
