import unittest
from dataclasses import replace
from datetime import datetime

from unvo_core.check.model import Finding, SystemDue
from unvo_core.check.run import date_check

from core.tests.check.test_date_check import GOOD, at, course

OTHER = at("2026-10-07T23:59")


def stated(theirs: datetime, section: int | None = None, ours: datetime | None = GOOD.span.due) -> SystemDue:
    return SystemDue(item_id=GOOD.id, section_id=section, section=f"Section {section}", ours=ours, theirs=theirs)


def found(*dues: SystemDue, sections: int = 2) -> list[Finding]:
    return [f for f in date_check(course(stated=dues, sections=sections)) if f.code.startswith("linked.")]


class TheSameMoment(unittest.TestCase):
    """A system that writes the end of a day in its own way states no other date (common practice, no source)."""

    def test_the_end_of_a_minute_is_the_minute(self) -> None:
        for theirs, same in (
            ("2026-10-08T23:59:00", True),
            ("2026-10-08T23:59:59", True),
            ("2026-10-09T00:00:00", True),
            ("2026-10-09T00:00:01", False),
            ("2026-10-08T23:58:59", False),
            ("2026-10-09T23:59:00", False),
        ):
            self.assertEqual(not found(stated(at(theirs))), same, theirs)


class BySection(unittest.TestCase):
    def told(self, *dues: SystemDue, sections: int = 2) -> list[tuple[str, object]]:
        return [(f.code, f.params.get("section")) for f in found(*dues, sections=sections)]

    def test_the_same_of_every_section_is_one_thing_of_the_course(self) -> None:
        (one,) = found(stated(OTHER, 1), stated(OTHER, 2))
        self.assertEqual(one.code, "linked.due_differs")
        assert one.fix is not None
        self.assertEqual((one.fix.kind, one.fix.values["due"]), ("set_moments", OTHER))

    def test_what_is_said_of_one_of_two_sections_is_of_that_one(self) -> None:
        self.assertEqual(self.told(stated(OTHER, 2)), [("linked.section_differs", "Section 2")])
        self.assertEqual(self.told(stated(OTHER, 2), sections=1), [("linked.due_differs", None)])

    def test_only_the_section_that_differs_is_told_and_set(self) -> None:
        (one,) = found(stated(at("2026-10-08T23:59"), 1), stated(OTHER, 2))
        assert one.fix is not None
        self.assertEqual((one.code, one.fix.kind), ("linked.section_differs", "section_due"))
        self.assertEqual((one.fix.values["section_id"], one.fix.values["due"]), (2, OTHER))

    def test_a_section_with_a_date_of_its_own_here_is_compared_with_that(self) -> None:
        own = stated(OTHER, 2, ours=OTHER)
        self.assertEqual(self.told(stated(at("2026-10-08T23:59"), 1), own), [])
        self.assertEqual(self.told(stated(OTHER, 1), own), [("linked.section_differs", "Section 1")])
        self.assertEqual(
            self.told(stated(OTHER, 1), replace(own, ours=None)),
            [
                ("linked.section_differs", "Section 1"),
                ("linked.section_differs", "Section 2"),
            ],
        )
