import unittest
from dataclasses import replace
from datetime import time

from unvo_core.schedule.moments import AtClass, InWeek
from unvo_core.terms.rhythm import Beat, OnClass, OnDay, rhythm_problems, section_steps, stamp, week_steps

from core.tests.schedule.terms import autumn

READING = Beat(
    key="read",
    kind="page",
    title="Reading {n}",
    moments={"due": OnClass(1, "start", -15)},
    part="Before class",
    minutes=40,
)
HOMEWORK = Beat(
    key="set",
    kind="assignment",
    title="Set {n}: {topic}",
    moments={"opens": OnDay(0, time(0)), "due": OnDay(6, time(23, 59))},
    part="After class",
    minutes=90,
    points=10,
)


class Stamped(unittest.TestCase):
    def test_one_item_a_beat_and_week_with_rules_of_that_week(self) -> None:
        found = stamp([READING, HOMEWORK], week_steps(autumn(), 1, 15), autumn(), {})
        self.assertEqual(len(found.new), 30)
        third = [s for s in found.new if s.step == "4"]
        self.assertEqual([s.title for s in third], ["Reading 4", "Set 4"])
        self.assertEqual(third[1].rules, {"opens": InWeek(4, 0, time(0)), "due": InWeek(4, 6, time(23, 59))})
        first_class = next(m.number for m in autumn().meetings if m.day == autumn().week_by_number[4].first_day)
        self.assertEqual(third[0].rules, {"due": AtClass(first_class, "start", -15)})

    def test_sections_of_the_text_take_one_class_each(self) -> None:
        steps = section_steps(autumn(), [("1.1", "Limits"), ("1.2", "Rates"), ("1.3", "Slopes")])
        found = stamp([READING, HOMEWORK], steps, autumn(), {})
        self.assertEqual(
            [s.title for s in found.new],
            ["Reading 1.1", "Set 1.1: Limits", "Reading 1.2", "Set 1.2: Rates", "Reading 1.3", "Set 1.3: Slopes"],
        )
        self.assertEqual([s.week for s in found.new if s.beat == "set"], [1, 1, 2])
        self.assertEqual(found.new[2].rules["due"], AtClass(2, "start", -15))

    def test_a_second_stamp_makes_nothing_and_hands_are_respected(self) -> None:
        steps = week_steps(autumn(), 1, 3)
        first = stamp([HOMEWORK], steps, autumn(), {})
        there = {(s.beat, s.step): (s, s.step == "2") for s in first.new}
        again = stamp([HOMEWORK], steps, autumn(), there)
        self.assertEqual((again.new, again.changed, len(again.same)), ((), (), 3))
        edited = stamp([replace(HOMEWORK, points=20)], steps, autumn(), there)
        self.assertEqual([s.step for s in edited.changed], ["1", "3"])
        self.assertEqual([s.step for s in edited.kept_by_hand], ["2"])
        self.assertTrue(all(s.points == 20 for s in edited.changed))

    def test_a_week_without_the_class_that_a_rule_names_is_told(self) -> None:
        found = stamp([replace(READING, moments={"due": OnClass(3)})], week_steps(autumn(), 1, 1), autumn(), {})
        self.assertEqual([(p.code, p.params["week"]) for p in found.problems], [("rhythm.no_place", 1)])
        self.assertEqual(found.new[0].rules, {})

    def test_a_pattern_needs_items_and_titles_that_differ_from_week_to_week(self) -> None:
        self.assertEqual([p.code for p in rhythm_problems([])], ["rhythm.empty"])
        self.assertEqual(
            [p.code for p in rhythm_problems([replace(READING, title=" "), replace(READING, title="Reading")])],
            ["rhythm.title", "rhythm.title_same"],
        )
