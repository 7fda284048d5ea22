"""How a course grades, read and set as a whole."""

from decimal import Decimal
from typing import cast

from django.http import HttpResponse
from unvo_core.grading.late import LatePer
from unvo_core.grading.scale import rounded

from apps.courses.public import Group, Named, can_lay_out, can_teach, course_by_slug, membership
from apps.gradebook import queries
from apps.gradebook.actions.set_rules import set_rules
from apps.gradebook.api import schemas as s
from apps.gradebook.api.router import router
from apps.gradebook.api.shapes import wish_of
from apps.gradebook.facts import fraction
from apps.gradebook.marks import points
from apps.gradebook.models import Category, ConversionTable, LateRule
from apps.gradebook.planning import plan_grading, planned_setup
from apps.gradebook.said import Said, said
from apps.gradebook.setup import Setup, setup
from apps.kernel.public import actor_of, answer, edition, require, write
from apps.layout.public import Changed, changed
from apps.people.public import SignedIn


@router.get("/courses/{slug}/grading", response=s.GradingSetup)
def read_rules(request: SignedIn, slug: str) -> HttpResponse:
    course = course_by_slug(slug)
    require(can_teach(membership(actor_of(request), course)))
    known, late_rules = setup(course), queries.late_rules(course)
    groups = Group.objects.filter(course=course).order_by("name")
    return answer(
        s.GradingSetup(
            rules=_rules(known, late_rules, queries.scheme_rows(course).tables),
            items=_items(known),
            said=_said(said(known, late_rules)),
            groups=[Named(id=pk, name=name) for pk, name in groups.values_list("pk", "name")],
            weeks=[w.number for w in known.laid.weeks if w.number is not None],
            edition=edition(("weights", course.pk)),
        )
    )


@router.post("/courses/{slug}/grading/said", response=s.GradingSaid)
def say_rules(request: SignedIn, slug: str, payload: s.GradingRulesIn) -> s.GradingSaid:
    """The rules as they would be, in sentences; changes nothing."""
    course = course_by_slug(slug)
    require(can_lay_out(membership(actor_of(request), course)))
    plan = plan_grading(course, wish_of(payload))
    return _said(said(planned_setup(course, plan), plan.late_rows().values()))


@router.put("/courses/{slug}/grading", response=Changed)
@write
def edit_rules(request: SignedIn, slug: str, payload: s.GradingRulesIn) -> Changed:
    return changed(set_rules(actor_of(request), course_by_slug(slug), wish_of(payload)), slug)


def _rules(known: Setup, late_rules: list[LateRule], tables: list[ConversionTable]) -> s.GradingRules:
    scheme = known.scheme
    return s.GradingRules(
        categories=[_category(c) for c in known.categories],
        late_rules=[_late_rule(r) for r in late_rules],
        missing=cast(s.Missing, scheme.missing),
        missing_percent=points(fraction(Decimal(scheme.missing_percent))),
        bands=[s.ScaleBand(name=b.name, lower=points(b.lower)) for b in sorted(known.bands, key=lambda b: -b.lower)],
        decimals=scheme.decimals,
        letters_on_rounded=scheme.letters_on_rounded,
        tables=[_table(t) for t in tables],
    )


def _table(row: ConversionTable) -> s.TableRule:
    return s.TableRule(
        key=str(row.pk),
        name=row.name,
        rows=[s.ConversionRow(points=Decimal(points), percent=Decimal(percent)) for points, percent in row.rows],
        category=_key(row.category_id),
        group=row.group_id,
        from_week=row.from_week,
        until_week=row.until_week,
        from_day=row.from_day,
        until_day=row.until_day,
    )


def _category(row: Category) -> s.CategoryRule:
    return s.CategoryRule(
        key=str(row.pk),
        name=row.name,
        weight=None if row.weight is None else Decimal(str(row.weight)).normalize() + 0,
        drop_lowest=row.drop_lowest,
        drop_highest=row.drop_highest,
        equal_items=row.equal_items,
        extra_credit=row.extra_credit,
    )


def _late_rule(row: LateRule) -> s.LateRuleIn:
    return s.LateRuleIn(
        key=str(row.pk),
        name=row.name,
        percent=points(fraction(row.percent)),
        per=cast(LatePer, row.per),
        grace_minutes=row.grace_minutes,
        floor_percent=points(fraction(row.floor_percent)),
    )


def _items(known: Setup) -> list[s.CountedItem]:
    """What has points and is no practice, in path order."""
    counted = [i for i in known.laid.items.values() if i.counts]
    return [
        s.CountedItem(
            item_id=item.id,
            category=_key(known.category_of(item.id)),
            late_rule=_key(row.late_rule_id if (row := known.graded.get(item.id)) else None),
            title=item.title,
            points=str(points(item.possible)),
            kind=item.kind,
        )
        for item in counted
    ]


def _key(pk: int | None) -> str | None:
    return None if pk is None else str(pk)


def _said(known: Said) -> s.GradingSaid:
    return s.GradingSaid(
        categories=known.categories,
        late_rules=known.late_rules,
        tables=known.tables,
        whole=known.whole,
        loose=known.loose,
        missing=known.missing,
        rounding=known.rounding,
        scale=known.scale,
        scaled=[str(rounded(weight, 3)) for weight in known.scaled],
    )
