import unittest
from datetime import UTC, datetime, timedelta
from zoneinfo import ZoneInfo

import icalendar
import recurring_ical_events
from hypothesis import given
from hypothesis import strategies as st
from unvo_core.formats.calendar_file import Entry, calendar_bytes

CHICAGO = ZoneInfo("America/Chicago")
STAMP = datetime(2026, 10, 7, 15, 20, tzinfo=UTC)
CLASS = Entry(
    uid="class-1@unvo",
    kind="class",
    start=datetime(2026, 10, 29, 10, tzinfo=CHICAGO),
    zone=CHICAGO,
    summary="SRV 110, class 20",
    end=datetime(2026, 10, 29, 11, 15, tzinfo=CHICAGO),
    place="B12",
)
DUE = Entry(
    uid="item-1@unvo",
    kind="due",
    start=datetime(2026, 11, 5, 23, 59, tzinfo=CHICAGO),
    zone=CHICAGO,
    summary="Due: Set 9A; areas, part 1",
    description="12 points\nstart by Wed",
    address="https://unvo.example/c/1",
    course="SRV 110",
    sequence=3,
    alarm_minutes=60,
)


class Feed(unittest.TestCase):
    def test_an_independent_reader_finds_the_same_moments(self) -> None:
        """Read back by `icalendar` and expanded by `recurring-ical-events`."""
        read = icalendar.Calendar.from_ical(calendar_bytes("SRV 110", [CLASS, DUE], STAMP))
        found = recurring_ical_events.of(read).between(datetime(2026, 10, 1), datetime(2026, 12, 1))
        self.assertEqual(
            {(str(e["UID"]), e.start.astimezone(UTC), e.end.astimezone(UTC)) for e in found},
            {
                ("class-1@unvo", CLASS.start.astimezone(UTC), CLASS.end.astimezone(UTC)),
                ("item-1@unvo", DUE.start.astimezone(UTC), DUE.start.astimezone(UTC) + timedelta(minutes=1)),
            },
        )
        due = next(e for e in found if e["UID"] == "item-1@unvo")
        self.assertEqual(
            (str(due["SUMMARY"]), str(due["DESCRIPTION"]), due["SEQUENCE"]), (DUE.summary, DUE.description, 3)
        )
        self.assertEqual(due.alarms.times[0].trigger.astimezone(UTC), DUE.start.astimezone(UTC) - timedelta(hours=1))

    def test_a_due_moment_ends_within_its_day_and_zones_hold_the_years_that_are_named(self) -> None:
        read = icalendar.Calendar.from_ical(calendar_bytes("SRV 110", [CLASS, DUE], STAMP))
        due = next(e for e in read.walk("VEVENT") if e["uid"] == "item-1@unvo")
        self.assertEqual((due.start, due.end - due.start), (DUE.start, timedelta(minutes=1)))
        self.assertEqual((due.end - timedelta(microseconds=1)).date(), DUE.start.date())
        observances = [o for zone in read.walk("VTIMEZONE") for o in zone.subcomponents]
        said = {o["dtstart"].dt.year for o in observances} | {
            d.dt.year for o in observances for d in getattr(o.get("rdate"), "dts", [])
        }
        self.assertTrue(said)
        self.assertGreaterEqual(min(said), 2025)
        self.assertLessEqual(max(said), 2027)

    def test_zones_are_defined_lines_folded_and_text_escaped(self) -> None:
        long = Entry(
            uid="x@unvo",
            kind="due",
            start=DUE.start,
            zone=CHICAGO,
            summary="Nivellierung über die Brücke, zweiter Teil; " * 6,
        )
        raw = calendar_bytes("SRV", [CLASS, long], STAMP)
        self.assertIn(b"BEGIN:VTIMEZONE\r\nTZID:America/Chicago\r\n", raw)
        self.assertTrue(all(len(line) <= 75 for line in raw.split(b"\r\n")))
        self.assertNotIn(b"\n", raw.replace(b"\r\n", b""))
        self.assertIn(b"\\;", raw)
        read = icalendar.Calendar.from_ical(raw)
        self.assertEqual(str(read.walk("VEVENT")[1]["SUMMARY"]), long.summary)

    def test_tasks_carry_when_they_were_done(self) -> None:
        done = Entry(uid="t@unvo", kind="task", start=DUE.start, zone=CHICAGO, summary="Set 9A", completed_at=STAMP)
        task = icalendar.Calendar.from_ical(calendar_bytes("x", [done], STAMP)).walk("VTODO")[0]
        self.assertEqual(
            (str(task["STATUS"]), task["COMPLETED"].dt, task["DUE"].dt.astimezone(UTC)),
            ("COMPLETED", STAMP, DUE.start.astimezone(UTC)),
        )

    @given(
        st.text(st.characters(codec="utf-8", exclude_categories=("Cc", "Cs")), min_size=1, max_size=200)
        .map(str.strip)
        .filter(bool),
        st.datetimes(datetime(2026, 1, 1), datetime(2027, 12, 31)),
    )
    def test_any_title_and_moment_comes_back(self, title: str, wall: datetime) -> None:
        start = wall.replace(second=0, microsecond=0, tzinfo=UTC)
        raw = calendar_bytes("x", [Entry(uid="u@unvo", kind="due", start=start, zone=CHICAGO, summary=title)], STAMP)
        event = icalendar.Calendar.from_ical(raw).walk("VEVENT")[0]
        self.assertEqual(str(event["SUMMARY"]), title)
        self.assertEqual(event["DTSTART"].dt.astimezone(UTC), start)
