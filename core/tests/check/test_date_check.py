import unittest
from dataclasses import replace
from datetime import time
from fractions import Fraction
from pathlib import Path
from typing import Any

from unvo_core.check.model import (
    CheckedCourse,
    CheckedItem,
    CheckedModule,
    Fix,
    Ghost,
    Link,
    Prose,
    Stray,
    SystemDue,
)
from unvo_core.check.run import RULES, date_check
from unvo_core.check.texts import restyled
from unvo_core.grading.totals import Category, Entry, Standing
from unvo_core.path.conditions import Done, For, When
from unvo_core.path.done import HandedIn
from unvo_core.path.model import PathItem
from unvo_core.schedule.calendar import Calendar, calendar_of
from unvo_core.schedule.spans import Span

from core.tests.schedule.terms import MON_THU, at, autumn, day, spring, term

ON_THE_PATH = {"id", "module_id", "span", "required"}


def but(item: CheckedItem, **changes: Any) -> CheckedItem:
    """The item with some things otherwise; `after`: items that it waits for."""
    path = {name: changes.pop(name) for name in ON_THE_PATH & set(changes)}
    if "after" in changes:
        path["whens"] = (When((Done(changes.pop("after")),)),)
    return replace(item, path=replace(item.path, **path), **changes)


def assignment(id: int, title: str, span: Span) -> CheckedItem:
    path = PathItem(id=id, module_id=7, done_rule=HandedIn(), span=span)
    return CheckedItem(path=path, title=title, kind="assignment", points=Fraction(10), counts=True, minutes=60)


GOOD = assignment(1, "Set 7A", Span(at("2026-10-05T10:00"), None, at("2026-10-08T23:59"), at("2026-10-11T23:59")))
NEXT = but(assignment(2, "Set 7B", Span(due=at("2026-10-09T23:59"))), after=(1,))


def category(id: int, name: str, weight: int, **more: Any) -> Category:
    return Category(id=id, name=name, weight=Fraction(weight), entries=(), **more)


def course(*items: CheckedItem, loose: tuple[int, ...] = (), **changes: Any) -> CheckedCourse:
    """What counts of the items does so in the first category, but for those that are `loose`."""
    items = items or (GOOD, NEXT)
    categories = changes.pop("categories", (category(1, "Homework", 60, drop_lowest=1), category(2, "Final", 40)))
    entries = tuple(
        Entry(item_id=i.id, possible=i.points or Fraction(0), standing=Standing.OPEN)
        for i in items
        if i.counts and i.id not in loose
    )
    first = replace(categories[0], entries=entries)
    fields = {"modules": MODULES, "calendar": autumn(), "credits": Fraction(3)} | changes
    return CheckedCourse(items=items, categories=(first, *categories[1:]), **fields)


THEIRS = SystemDue(item_id=1, section_id=2, section="Section 2", ours=GOOD.span.due, theirs=at("2026-10-07T23:59"))
MODULES = (CheckedModule(7, "Traverses", 7), CheckedModule(8, "Areas", 8))
COURSE = course()


def codes(checked: CheckedCourse) -> list[str]:
    return [f.code for f in date_check(checked)]


def due(text: str, item: CheckedItem = GOOD) -> CheckedItem:
    return but(item, span=replace(item.span, opens=None, due=at(text), closes=None))


def prose(text: str, link: str = "", item_id: int = 1) -> Prose:
    links = (Link(text.index(link), text.index(link) + len(link), item_id),) if link else ()
    return Prose(id=5, title="Welcome", text=text, links=links)


EXAMPLES = {
    "span.order": (course(but(GOOD, span=Span(opens=at("2026-10-09T10:00"), due=at("2026-10-08T23:59")))), course(GOOD)),
    "moment.nowhere": (course(but(GOOD, unresolved=("opens",))), course(GOOD)),
    "moment.outside_term": (course(due("2026-12-20T23:59")), course(due("2026-12-10T23:59"))),
    "moment.day_off": (course(due("2026-10-21T23:59")), course(due("2026-10-14T23:59"))),
    "opens.after_week": (course(but(GOOD, span=Span(opens=at("2026-10-12T00:00")))), course(but(GOOD, span=Span(opens=at("2026-10-11T12:00"))))),
    "due.odd_time": (course(due("2026-10-08T17:37")), course(due("2026-10-08T11:15"))),
    "due.piled_up": (course(GOOD, but(GOOD, id=2, title="b"), but(GOOD, id=3, title="c")), course(GOOD, but(GOOD, id=2, title="b"))),
    "live.off_pattern": (course(but(GOOD, live=True, span=Span(opens=at("2026-10-06T10:00")))), course(but(GOOD, live=True, span=Span(opens=at("2026-10-05T10:00"))))),
    "linked.due_differs": (course(stated=(replace(THEIRS, section_id=None),)), course(stated=(replace(THEIRS, theirs=THEIRS.ours),))),
    "linked.section_differs": (course(stated=(THEIRS,), sections=2), course(stated=(replace(THEIRS, theirs=THEIRS.ours),), sections=2)),
    "linked.stray": (course(strays=(Stray(5, "Extra practice", "Plumb Line"),)), course()),
    "linked.no_system": (course(GOOD, unlinked=frozenset({1})), course(GOOD)),
    "linked.not_in_use": (course(GOOD, but(GOOD, id=2, title="b"), shut={1: "Plumb Line", 2: "Plumb Line"}), course(GOOD)),
    "due.before_awaited": (course(GOOD, due("2026-10-07T23:59", NEXT)), course(GOOD, NEXT)),
    "waits.on_hidden": (course(but(GOOD, published=False), NEXT), course(GOOD, NEXT)),
    "waits.on_undated": (course(but(GOOD, span=Span()), NEXT), course(GOOD, NEXT)),
    "waits.on_gone": (course(NEXT), course(GOOD, NEXT)),
    "waits.for_nobody": (
        course(replace(GOOD, path=replace(GOOD.path, whens=(When((For(frozenset({4})),)),))), peopled=frozenset()),
        course(
            replace(GOOD, path=replace(GOOD.path, whens=(When((For(frozenset({4}), frozenset({1})),)),))),
            peopled=frozenset({("section", 1)}),
        ),
    ),
    "module.hidden": (course(modules=(CheckedModule(7, "Traverses", 7, published=False),)), course()),
    "title.twice": (course(GOOD, but(GOOD, id=2)), course(GOOD, but(GOOD, id=2, module_id=8))),
    "exam.no_place": (course(but(GOOD, exam=True)), course(but(GOOD, exam=True, place="Room B12"))),
    "points.none": (course(but(GOOD, points=Fraction(0))), course(but(GOOD, points=Fraction(0), counts=False))),
    "category.none": (course(GOOD, NEXT, loose=(1,)), course(GOOD, NEXT)),
    "weights.not_100": (course(categories=(category(1, "Homework", 60), category(2, "Final", 30))), course(categories=(category(1, "Homework", 60), category(2, "Final", 40), category(3, "Bonus", 5, extra_credit=True)))),
    "drops.all": (course(categories=(category(1, "Homework", 100, drop_lowest=2),)), course(categories=(category(1, "Homework", 100, drop_lowest=1),))),
    "done.never": (course(but(GOOD, doable=False)), course(but(GOOD, doable=False, required=False))),
    "graded.ghost": (course(ghosts=(Ghost(9, "Old quiz", False),)), course()),
    "prose.weekday": (course(proses=(prose("Class meets on Monday 8 October."),)), course(proses=(prose("Class meets on Thursday 8 October."),))),
    "prose.outside_term": (course(proses=(prose("Bring boots on Friday 24 April 2026."),)), course(proses=(prose("Born on 3 tables in 2026."),))),
    "prose.unlike_item": (course(proses=(prose("Hand in Set 7A by 7 October.", "Set 7A"),)), course(proses=(prose("Hand in Set 7A by 8 October.", "Set 7A"),))),
    "link.gone": (course(proses=(prose("See Set 9.", "Set 9", 99),)), course(proses=(prose("See Set 7A.", "Set 7A"),))),
    "title.unlike_due": (course(but(GOOD, title="Set 7A, due 7 October")), course(but(GOOD, title="Set 7A, due 8 October"))),
    "title.unlike_week": (course(modules=(CheckedModule(7, "Traverses, 12 October", 7),)), course(modules=(CheckedModule(7, "Traverses, 5 October", 7),))),
    "week.over_load": (course(but(GOOD, minutes=600)), course(but(GOOD, minutes=400))),
}  # fmt: skip


class Rules(unittest.TestCase):
    def test_a_course_in_order_has_no_findings(self) -> None:
        self.assertEqual(codes(COURSE), [])

    def test_each_rule_is_triggered_by_its_example_and_not_by_the_other(self) -> None:
        for code, (bad, good) in EXAMPLES.items():
            with self.subTest(code):
                self.assertEqual(codes(bad).count(code), 1)
                self.assertNotIn(code, codes(good))

    def test_every_rule_has_an_example(self) -> None:
        found = {f.code for bad, _ in EXAMPLES.values() for rule in RULES for f in rule(bad)}
        self.assertEqual(found, set(EXAMPLES))
        for rule in RULES:
            self.assertTrue(any(list(rule(bad)) for bad, _ in EXAMPLES.values()), rule.__name__)

    def test_fixes_of_moments_settle_their_finding(self) -> None:
        for code, (bad, _) in EXAMPLES.items():
            for finding in [f for f in date_check(bad) if f.code == code and f.fix and f.fix.kind == "set_moments"]:
                with self.subTest(code):
                    fixed = tuple(
                        but(i, span=replace(i.span, **finding.fix.values), unresolved=())
                        if i.id == finding.fix.place.id
                        else i
                        for i in bad.items
                    )
                    self.assertNotIn(code, codes(replace(bad, items=fixed)))

    def test_a_holiday_and_a_class_taken_out_are_days_off(self) -> None:
        finding = date_check(course(due("2026-09-07T23:59", but(GOOD, module_id=7))))
        self.assertIn(("moment.day_off", "Holiday"), [(f.code, f.params.get("name")) for f in finding])
        fix = next(f.fix for f in finding if f.code == "moment.day_off")
        self.assertEqual(fix.values, {"due": at("2026-09-03T23:59")})

    def test_weights_are_scaled_to_exactly_100(self) -> None:
        three = tuple(category(n, str(n), 33) for n in (1, 2, 3))
        finding = next(f for f in date_check(course(categories=three)) if f.code == "weights.not_100")
        self.assertEqual(sum(Fraction(str(w)) for w in finding.fix.values.values()), 100)

    def test_an_exam_is_offered_the_room_of_its_class(self) -> None:
        finding = next(f for f in date_check(course(but(GOOD, exam=True))) if f.code == "exam.no_place")
        rooms = {m.place for m in COURSE.calendar.meetings if m.place}
        self.assertIn(finding.fix.values["place"] if finding.fix else None, rooms or {None})

    def overfull(self, *items: CheckedItem) -> Fix | None:
        found = next(f for f in date_check(course(*items)) if f.code == "week.over_load" and f.place.id == 7)
        return found.fix

    def test_the_smallest_item_that_is_enough_moves_to_the_week_with_room(self) -> None:
        big, small, enough = (but(GOOD, id=n, title=str(n), minutes=m) for n, m in ((11, 400), (12, 20), (13, 150)))
        fix = self.overfull(big, small, enough)
        self.assertEqual((fix.kind, fix.values["items"], fix.values["week"]), ("move_items", (13,), 8))

    def test_where_one_move_is_not_enough_the_few_that_are_go_together(self) -> None:
        """Of nine times 100 minutes three must go: two would leave the week over its bar."""
        items = [but(GOOD, id=n, title=str(n), minutes=100) for n in range(11, 20)]
        found = next(f for f in date_check(course(*items)) if f.code == "week.over_load" and f.place.id == 7)
        moved = found.fix.values["items"]
        self.assertGreater(len(moved), 1)
        self.assertEqual(found.fix.values["minutes"], found.params["minutes"] - 100 * len(moved))
        after = [but(i, module_id=8) if i.id in moved else i for i in items]
        self.assertNotIn("week.over_load", codes(course(*after)))
        fewer = [but(i, module_id=8) if i.id in moved[1:] else i for i in items]
        self.assertIn("week.over_load", codes(course(*fewer)))

    def test_moves_that_would_not_cure_it_are_not_offered(self) -> None:
        """Two items of 600 minutes, neither of which the next week has room for, and one of 20."""
        self.assertIsNone(
            self.overfull(*(but(GOOD, id=n, title=str(n), minutes=m) for n, m in ((11, 600), (12, 600), (13, 20))))
        )

    def test_what_others_wait_for_or_is_held_at_a_time_stays(self) -> None:
        awaited = but(GOOD, id=11, title="a", minutes=200)
        waiting = but(GOOD, id=12, title="b", minutes=190, after=(11,))
        exam = but(GOOD, id=13, title="c", minutes=200, exam=True, place="Room B12")
        self.assertEqual(self.overfull(awaited, waiting, exam).values["items"], (12,))

    def test_nothing_moves_where_no_week_beside_it_has_room(self) -> None:
        full = tuple(
            but(GOOD, id=20 + w, title=f"w{w}", module_id=m.id, minutes=600) for w, m in enumerate(COURSE.modules)
        )
        self.assertIsNone(self.overfull(*full))

    def test_a_title_is_offered_its_own_date_in_its_own_style(self) -> None:
        cases = {
            "Quiz (Wed, Oct 7th)": ("title.unlike_due", "Quiz (Thu, Oct 8th)"),
            "Quiz on Monday 8 October": ("prose.weekday", None),
            "Quiz, 3 March 2026": ("prose.outside_term", "Quiz, 8 October 2026"),
        }
        for title, (code, renamed) in cases.items():
            with self.subTest(title):
                found = [f for f in date_check(course(but(GOOD, title=title))) if f.place.kind == "item"]
                self.assertEqual([f.code for f in found], [code])
                self.assertEqual(found[0].fix.values["title"] if found[0].fix else None, renamed)

    def test_figures_in_a_title_are_no_date_by_themselves(self) -> None:
        for title in ("Problems 5/6", "Sections 3.5 and 3.6.", "Set 7A", "Chapter 10.12"):
            found = [c for c in codes(course(but(GOOD, title=title))) if c.startswith(("title.", "prose."))]
            self.assertEqual(found, [], title)

    def test_a_course_without_dates_has_no_findings_about_time(self) -> None:
        undated = replace(
            COURSE, calendar=calendar_of(autumn().term), items=tuple(but(i, span=Span()) for i in COURSE.items)
        )
        self.assertEqual(codes(undated), [])

    def test_the_default_time_is_the_courses_own(self) -> None:
        noon = course(due("2026-10-08T12:30"), default_due_time=time(12, 30))
        self.assertNotIn("due.odd_time", codes(noon))


class Copied(unittest.TestCase):
    """Dates that a copied text still has of the term it was written for."""

    def fix(self, text: str, earlier: Calendar, **changes: object) -> str | None:
        checked = course(calendar=spring(), earlier=earlier, proses=(prose(text),), **changes)
        found = [f for f in date_check(checked) if f.code.startswith("prose.")]
        self.assertEqual(len(found), 1, found)
        return found[0].fix.values["text"] if found[0].fix else None

    def test_a_class_day_becomes_the_day_of_the_same_class(self) -> None:
        self.assertEqual(self.fix("We meet on Thursday 10 September 2026.", autumn()), "Monday 1 February 2027")

    def test_another_day_the_same_weekday_of_the_same_week_also_without_a_year(self) -> None:
        self.assertEqual(self.fix("Bring boots on Friday 4 September 2026.", autumn()), "Friday 29 January 2027")
        self.assertEqual(self.fix("Bring boots on Friday 4 September.", autumn()), "Friday 29 January")

    def test_a_weekday_that_was_right_then_names_a_date_of_then(self) -> None:
        """22 March was the Sunday of week 9 in 2026; in the spring of 2027 that is the 28th."""
        last = calendar_of(term("2026-01-19", "2026-05-10"), MON_THU)
        self.assertEqual(self.fix("Papers by Sunday 22 March.", last), "Sunday 28 March")
        self.assertEqual(self.fix("Papers by Friday 22 March.", last), "Monday 22 March")

    def test_a_title_is_read_as_the_term_that_it_was_copied_from_had_it(self) -> None:
        """By its own due day where it has one, else by the class of that day, as the texts above."""
        title = "Boots: Thursday 10 September 2026"
        for span, renamed in (
            (Span(), "Boots: Monday 1 February 2027"),
            (Span(due=at("2027-02-03T23:59")), "Boots: Wednesday 3 February 2027"),
        ):
            checked = course(but(GOOD, title=title, span=span), calendar=spring(), earlier=autumn())
            found = next(f for f in date_check(checked) if f.code == "prose.outside_term")
            self.assertEqual((found.place.kind, found.fix.values["title"]), ("item", renamed))

    def test_what_had_no_place_in_a_week_of_that_term_is_left_to_a_person(self) -> None:
        self.assertIsNone(self.fix("Closed on Wednesday 21 October 2026.", autumn()))
        self.assertIsNone(self.fix("Founded on 3 May 1961.", autumn()))

    def test_figures_are_read_in_the_order_of_the_course(self) -> None:
        """11/9 is the Friday of week 3 when the day comes first, and a Monday in November when the month does."""
        self.assertEqual(self.fix("Due by Fri 11/9/2026.", autumn(), date_order="day_first"), "Fri 5 February")


class Restyled(unittest.TestCase):
    def test_the_date_is_written_in_the_style_it_had(self) -> None:
        for text, wanted in (
            ("Friday 24 April", "Sunday 11 October"),
            ("Fri, Apr 24th", "Sun, Oct 11th"),
            ("April 24, 2025", "October 11, 2026"),
            ("the 3rd of May".removeprefix("the "), "11th of October"),
            ("4/24", "11 October"),
        ):
            with self.subTest(text):
                self.assertEqual(restyled(text, day("2026-10-11")), wanted)


class Documented(unittest.TestCase):
    def test_every_finding_stands_in_the_table_of_the_docs(self) -> None:
        table = (Path(__file__).resolve().parents[3] / "docs" / "date-check.md").read_text()
        for code in EXAMPLES:
            self.assertIn(f"| `{code}` |", table)
