"""How an item counts, as the API tells it."""

from typing import cast

from unvo_core.grading.attempts import Counting
from unvo_core.grading.late import LatePer

from apps.courses.public import Course, Named
from apps.gradebook import queries
from apps.gradebook.api import schemas as s
from apps.gradebook.facts import fraction
from apps.gradebook.marks import points
from apps.gradebook.models import Score
from apps.gradebook.wishes import CategoryWish, CountWish, GradingWish, LateWish, TableWish


def _choices(course: Course) -> tuple[list[Named], list[Named]]:
    found = [Named(id=c.pk, name=c.name) for c in queries.categories(course)]
    return found, [Named(id=r.pk, name=r.name) for r in queries.late_rules(course)]


def grading_of(course: Course, item_id: int, teaching: bool) -> s.ItemGrading:
    graded = queries.graded_items(course).get(item_id)
    category = graded.category if graded else None
    late = graded.late_rule if graded else None
    held = Score.objects.filter(cell__graded_item=graded, released_at__isnull=True).count() if graded else 0
    categories, late_rules = _choices(course) if teaching else ([], [])
    return s.ItemGrading(
        category=category.name if category else "",
        weight=None if category is None or category.weight is None else str(points(fraction(category.weight))),
        late_percent=str(points(fraction(late.percent))) if late else None,
        late_per=cast(LatePer, late.per) if late else None,
        grace_minutes=late.grace_minutes if late else 0,
        floor_percent=str(points(fraction(late.floor_percent))) if late else None,
        counting=cast(Counting, graded.counting) if graded else "latest",
        hold=graded.hold if graded else False,
        anonymous=graded.anonymous if graded else False,
        two_graders=graded.two_graders if graded else False,
        held=held if teaching else 0,
        category_id=graded.category_id if graded else None,
        late_rule_id=graded.late_rule_id if graded else None,
        categories=categories,
        late_rules=late_rules,
    )


def wish_of(payload: s.GradingRulesIn) -> GradingWish:
    return GradingWish(
        categories=[CategoryWish(**c.model_dump()) for c in payload.categories],
        late_rules=[LateWish(**r.model_dump()) for r in payload.late_rules],
        counts=[CountWish(**c.model_dump()) for c in payload.counts],
        missing=payload.missing,
        missing_percent=payload.missing_percent,
        bands=[(b.name, b.lower) for b in payload.bands],
        decimals=payload.decimals,
        letters_on_rounded=payload.letters_on_rounded,
        tables=[_table(t) for t in payload.tables],
    )


def _table(rule: s.TableRule) -> TableWish:
    return TableWish(**rule.model_dump(exclude={"rows"}), rows=[(row.points, row.percent) for row in rule.rows])
