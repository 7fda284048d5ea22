"""How a course grades, in sentences: for its syllabus, and for those who set the rules."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from decimal import Decimal
from fractions import Fraction

from django.utils.translation import gettext as _
from django.utils.translation import ngettext
from unvo_core.exact import exact_sum
from unvo_core.grading import totals as core
from unvo_core.grading.conversion import ConversionTable
from unvo_core.grading.totals import droppable
from unvo_core.grading.weights import scaled_weights, whole_weight

from apps.courses.public import Group, written_day
from apps.gradebook.facts import fraction
from apps.gradebook.marks import points
from apps.gradebook.models import Category, LateRule
from apps.gradebook.setup import Setup
from apps.layout.public import LaidItem


@dataclass(frozen=True, slots=True, kw_only=True)
class Said:
    """`categories` and `late_rules` in order. `whole`: what the weights add to, or the points. `loose`: what has points
    and counts nowhere. `scaled`: in order, weights that add to 100; empty where they do."""

    categories: list[str]
    late_rules: list[str]
    tables: list[str]
    whole: str
    loose: str
    missing: str
    rounding: str
    scale: str
    scaled: list[Fraction]


def said(setup: Setup, late_rules: Iterable[LateRule]) -> Said:
    items = {c.pk: _items(setup, c, setup.laid.items.values()) for c in setup.categories}
    cores = [setup.category(c, items[c.pk]) for c in setup.categories]
    whole, followed = whole_weight(cores), _late_counts(setup, setup.laid.items)
    return Said(
        categories=[_category_line(setup, c, items[c.pk], whole) for c in setup.categories],
        late_rules=[_late_line(rule, followed[rule.pk]) for rule in late_rules],
        tables=[table_line(setup, table) for table in setup.tables],
        whole=_whole(setup, whole, items),
        loose=_loose(setup),
        missing=_missing(setup),
        rounding=_rounding(setup),
        scale=_scale(setup),
        scaled=[] if whole in (None, 100) else _scaled(cores),
    )


def _scaled(categories: Sequence[core.Category]) -> list[Fraction]:
    """Extra credit keeps its weight."""
    weights = scaled_weights(categories)
    return [weights.get(c.id, c.weight or Fraction(0)) for c in categories] if weights else []


def weight_lines(setup: Setup) -> list[str]:
    """'Homework: 20 % of the course, 30 items, the lowest one is dropped', of what students see."""
    seen = setup.laid.student_items.values()
    whole = whole_weight([setup.category(c, ()) for c in setup.categories])
    return [f"{c.name}: {_category_line(setup, c, _items(setup, c, seen), whole)}" for c in setup.categories]


def late_lines(setup: Setup) -> list[str]:
    """Each late rule that an item has, with how many items follow it."""
    used = _late_counts(setup, setup.laid.student_items)
    rules = {row.late_rule_id: row.late_rule for row in setup.graded.values() if row.late_rule_id in used}
    return [_late_line(rule, count) for pk, count in used.most_common() if (rule := rules[pk]) is not None]


def table_lines(setup: Setup) -> list[str]:
    return [f"{table.name}: {table_line(setup, table)}" for table in setup.tables]


def percent(value: Decimal) -> str:
    return str(points(fraction(value)))


def _items(setup: Setup, category: Category, among: Iterable[LaidItem]) -> list[LaidItem]:
    return [item for item in among if item.counts and setup.category_of(item.id) == category.pk]


def _category_line(setup: Setup, category: Category, items: Sequence[LaidItem], whole: Fraction | None) -> str:
    """All that holds for a category, but its name. `whole`: what the weights of all add to."""
    drafts = sum(item.id not in setup.laid.student_items for item in items)
    parts = [_share(category, items, whole), _count(items, drafts)]
    parts += [_("each weighs the same, whatever its points")] if category.equal_items else []
    parts += _drops(category, droppable(setup.category(category, items)))
    return ", ".join(parts)


def _share(category: Category, items: Sequence[LaidItem], whole: Fraction | None) -> str:
    if category.weight is None:
        shown = {"points": points(exact_sum(i.possible for i in items))}
        return _("%(points)s points on top") % shown if category.extra_credit else _("%(points)s points") % shown
    weight = {"weight": percent(category.weight)}
    if category.extra_credit:
        return _("up to %(weight)s %% on top") % weight
    if whole in (None, 100):
        return _("%(weight)s %% of the course") % weight
    return _("%(weight)s of %(whole)s parts of the course") % {**weight, "whole": points(whole or Fraction(0))}


def _count(items: Sequence[LaidItem], drafts: int) -> str:
    if not items:
        return _("nothing counts in it yet")
    line = ngettext("%(n)s item", "%(n)s items", len(items)) % {"n": len(items)}
    return line + (_(" (%(n)s in draft)") % {"n": drafts} if drafts else "")


def _drops(category: Category, among: int) -> list[str]:
    low, high = category.drop_lowest, category.drop_highest
    found = []
    if low:
        found.append(ngettext("the lowest one is dropped", "the lowest %(n)s are dropped", low) % {"n": low})
    if high:
        found.append(ngettext("the highest one is dropped", "the highest %(n)s are dropped", high) % {"n": high})
    if low + high and 0 < among <= low + high:
        found.append(_("but one always stays"))
    return found


def _whole(setup: Setup, whole: Fraction | None, items: Mapping[int, Sequence[LaidItem]]) -> str:
    if not setup.categories:
        return _("There are no categories yet, so nothing counts towards a total.")
    if whole is None:
        every = [i for c in setup.categories if not c.extra_credit for i in items[c.pk]]
        shown = {"points": points(exact_sum(i.possible for i in every)), "n": len(every)}
        return _("All points are added: %(points)s points in %(n)s items.") % shown
    if whole == 100:
        return _("The weights add to 100 %.")
    return _("The weights add to %(whole)s, so each counts as its part of %(whole)s and not of 100.") % {
        "whole": points(whole)
    }


def _loose(setup: Setup) -> str:
    n = sum(i.counts and setup.category_of(i.id) is None for i in setup.laid.items.values())
    if not n:
        return ""
    words = ngettext("%(n)s item has points and counts nowhere.", "%(n)s items have points and count nowhere.", n)
    return words % {"n": n}


def _late_counts(setup: Setup, among: Mapping[int, LaidItem]) -> Counter[int]:
    return Counter(row.late_rule_id for i, row in setup.graded.items() if row.late_rule_id is not None and i in among)


def _late_line(rule: LateRule, count: int) -> str:
    """'10 % of the points for each day begun, after 15 minutes of grace (24 items)'."""
    per = _("day") if rule.per == "day" else _("hour")
    line = _("%(percent)s %% of the points for each %(per)s begun") % {"percent": percent(rule.percent), "per": per}
    if rule.grace_minutes:
        minutes = {"n": rule.grace_minutes}
        line += (
            ngettext(", after %(n)s minute of grace", ", after %(n)s minutes of grace", rule.grace_minutes) % minutes
        )
    if rule.floor_percent:
        line += _(", but never below %(floor)s %% of them") % {"floor": percent(rule.floor_percent)}
    items = ngettext("%(n)s item", "%(n)s items", count) % {"n": count}
    return f"{line} ({items if count else _('no item yet')})"


def table_line(setup: Setup, table: ConversionTable) -> str:
    """'Field work, due in weeks 1 to 3, for crew A: 0 points count 0 %, 10 count 60 %, 20 count 100 %; between them in
    proportion (4 items)'."""
    rows = ", ".join(
        _("%(points)s → %(percent)s %%") % {"points": points(p), "percent": points(q)} for p, q in table.rows
    )
    category = next((c.name for c in setup.categories if c.pk == table.category), _("All work"))
    parts = [category, *_weeks(table), *_days(table)]
    group = Group.objects.filter(pk=table.group).first() if table.group is not None else None
    parts += [_("for %(group)s") % {"group": group.name}] if group else []
    counted = (setup.laid.items[i] for i in setup.graded if i in setup.laid.items)
    n = sum(
        i.counts and table.category in (None, setup.category_of(i.id)) and table.holds_for(setup.due_of(i))
        for i in counted
    )
    items = ngettext("%(n)s item", "%(n)s items", n) % {"n": n}
    return _("%(what)s: points → recorded %(rows)s; between the rows in proportion (%(items)s).") % {
        "what": ", ".join(parts),
        "rows": rows,
        "items": items if n else _("no item yet"),
    }


def _weeks(table: ConversionTable) -> list[str]:
    first, last = table.from_week, table.until_week
    if first is None and last is None:
        return []
    if first is not None and first == last:
        return [_("due in week %(n)s") % {"n": first}]
    if first is None:
        return [_("due until week %(n)s") % {"n": last}]
    if last is None:
        return [_("due from week %(n)s on") % {"n": first}]
    return [_("due in weeks %(first)s to %(last)s") % {"first": first, "last": last}]


def _days(table: ConversionTable) -> list[str]:
    first, last = table.from_day, table.until_day
    if first is not None and first == last:
        return [_("due on %(day)s") % {"day": written_day(first)}]
    if first is not None and last is not None:
        return [_("due from %(first)s to %(last)s") % {"first": written_day(first), "last": written_day(last)}]
    if first is not None:
        return [_("due from %(day)s on") % {"day": written_day(first)}]
    return [_("due until %(day)s") % {"day": written_day(last)}] if last is not None else []


def _missing(setup: Setup) -> str:
    scheme = setup.scheme
    if scheme.missing == "blank":
        return _("What is due and not handed in stays out of the total until it is scored.")
    if scheme.missing == "percent":
        share = {"share": percent(scheme.missing_percent)}
        return _("What is due and not handed in counts %(share)s %% of its points until it is scored.") % share
    return _("What is due and not handed in counts 0 until it is scored.")


def _rounding(setup: Setup) -> str:
    n = setup.scheme.decimals
    if not n:
        return _("Totals are rounded to whole per cent, a half up.")
    words = ngettext(
        "Totals are rounded to %(n)s decimal, a half up.", "Totals are rounded to %(n)s decimals, a half up.", n
    )
    return words % {"n": n}


def _scale(setup: Setup) -> str:
    bands = sorted(setup.bands, key=lambda b: -b.lower)
    if not bands:
        return _("Totals have no letters, only per cent.")
    line = ", ".join(_("%(band)s from %(lower)s %%") % {"band": b.name, "lower": points(b.lower)} for b in bands)
    if bands[-1].lower > 0:
        line += _("; below %(lower)s %% there is none") % {"lower": points(bands[-1].lower)}
    on_rounded = setup.rounding.letters_on_rounded
    how = _("read from the rounded total") if on_rounded else _("read from the total before it is rounded")
    return f"{line}; {how}."
