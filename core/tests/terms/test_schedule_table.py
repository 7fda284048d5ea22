import unittest
from datetime import date
from time import monotonic

from unvo_core.formats.cells import cells_of
from unvo_core.schedule.calendar import Calendar
from unvo_core.terms.schedule_table import ScheduleTable
from unvo_core.terms.schedule_table import read_table as read_grid
from unvo_core.terms.written_dates import Order, written_dates

from core.tests.schedule.terms import autumn, day
from core.tests.terms.corpus import samples, told

NEAR = date(2026, 10, 7)


def read_table(text: str, calendar: Calendar, chosen: Order | None = None) -> ScheduleTable:
    return read_grid(cells_of(text), calendar, "month_first", chosen)


def one_day(text: str, around: date, order: Order = "month_first") -> list[date]:
    return [w.day for w in written_dates(text, around, order, in_prose=False)]


class WrittenDates(unittest.TestCase):
    def test_forms_with_month_names_figures_and_weekdays(self) -> None:
        """Common practice, no source: the forms in which dates stand in course pages."""
        for text, wanted in (
            ("due Friday 9 October", "2026-10-09"),
            ("by Oct 9, please", "2026-10-09"),
            ("on October 9th, 2026", "2026-10-09"),
            ("the 9th of October", "2026-10-09"),
            ("until 10/9", "2026-10-09"),
            ("see 10/9/26", "2026-10-09"),
            ("am 9.10.2026", "2026-10-09"),
            ("2026-10-09 at noon", "2026-10-09"),
            ("Fri., Oct. 9", "2026-10-09"),
        ):
            with self.subTest(text):
                self.assertEqual([w.day.isoformat() for w in written_dates(text, NEAR)], [wanted])

    def test_dots_are_dates_where_the_day_comes_first_and_a_word_says_so(self) -> None:
        for text, wanted in (("due 3.9.", ["2026-09-03"]), ("Sections 3.5 and 3.6.", [])):
            found = written_dates(text, NEAR, "day_first")
            self.assertEqual([w.day.isoformat() for w in found], wanted)

    def test_the_full_stop_of_a_sentence_is_no_part_of_the_date(self) -> None:
        found = written_dates("Due Sunday 11 October. Bring boots.", NEAR)
        self.assertEqual([w.text for w in found], ["Sunday 11 October"])

    def test_what_is_no_date_is_left_alone(self) -> None:
        for text in (
            "Section 3.2 and 4.10",
            "1/2 cup",
            "version 1.2.3",
            "you may do 3 of 5",
            "a ratio of 10/9 or so",
            "31 February",
            "pages 12-14",
            "sum 12 may be",
            "Read Sections 3.5 and 3.6.",
            "from 3.6. on",
        ):
            with self.subTest(text):
                self.assertEqual(written_dates(text, NEAR), ())

    def test_without_a_year_the_nearest(self) -> None:
        self.assertEqual(one_day("5 January", date(2026, 12, 1)), [date(2027, 1, 5)])
        self.assertEqual(one_day("5 January", date(2026, 5, 1)), [date(2026, 1, 5)])

    def test_a_wrong_weekday_is_seen(self) -> None:
        right, wrong = written_dates("Fri 9 Oct or Mon 9 Oct", NEAR)
        self.assertEqual((right.weekday_is_wrong, wrong.weekday_is_wrong), (False, True))

    def test_years_in_front_and_days_as_spreadsheets_write_them(self) -> None:
        for text in ("2026/10/09", "2026.10.09", "9-Oct", "9-Oct-26", "09-Oct-2026"):
            with self.subTest(text):
                self.assertEqual(one_day(text, NEAR), [date(2026, 10, 9)])

    def test_a_number_before_a_month_is_the_day_or_not_as_the_table_writes_its_dates(self) -> None:
        text = "Lab report 6 Feb 19"
        self.assertEqual(one_day(text, date(2027, 2, 15)), [date(2027, 2, 6)])
        first = written_dates(text, date(2027, 2, 15), in_prose=False, names_first=True)
        self.assertEqual([w.text for w in first], ["Feb 19"])


class Corpus(unittest.TestCase):
    """Invented tables, each in a habit that people have; what each must become stands in its file."""

    def test_each_table_becomes_what_its_maker_meant(self) -> None:
        tables = samples()
        self.assertGreaterEqual(len(tables), 40)
        for sample in tables:
            with self.subTest(sample.name):
                self.assertEqual(told(sample.read(), sample.wanted), sample.wanted)

    def test_why_figures_are_read_as_they_are_is_told(self) -> None:
        wanted = {
            "03-day-first-with-weekdays": "weekdays",
            "04-month-first-by-order-in-term": "term",
            "05-one-slip-does-not-turn-the-column": "weekdays",
            "09-iso-with-slashes": "none",
        }
        self.assertEqual({s.name: s.read().evidence.by for s in samples() if s.name in wanted}, wanted)

    def test_what_a_person_chooses_stands_whatever_the_table_says(self) -> None:
        text = "Date,Topic\nThu 10/09,Bearings\n"
        found = read_table(text, autumn(), "month_first")
        self.assertEqual((found.evidence.order, found.evidence.by), ("month_first", "chosen"))

    def test_cells_that_nobody_would_type_are_read_in_no_time(self) -> None:
        """A cell of 200,000 marks in each place; the bound is generous, the square of it would take hours."""
        started = monotonic()
        for junk in (",;: due by " * 20_000, "(" * 200_000, "1/" * 100_000, "\x00" * 200_000, "Oct " * 50_000):
            read_table(f'Week,Date,Topic,Due\n2,"Aug 31 {junk}","{junk}","{junk}"\n', autumn())
        self.assertLess(monotonic() - started, 20)


class Tables(unittest.TestCase):
    def test_a_table_by_week_becomes_rows_with_items(self) -> None:
        text = "Week\tTopic\tReading\tDue\n1\tNotes\tCh. 1\tSet 1 (due Fri 28 Aug)\n2\tTaping\tCh. 2; Ch. 3\t\n"
        found = read_table(text, autumn())
        self.assertEqual(found.problems, ())
        self.assertEqual(
            [(r.week, "; ".join(r.topics), [i.title for i in r.items]) for r in found.rows],
            [(1, "Notes", ["Ch. 1", "Set 1"]), (2, "Taping", ["Ch. 2", "Ch. 3"])],
        )
        self.assertEqual(found.rows[0].items[1].day, day("2026-08-28"))

    def test_merged_cells_carry_on_and_three_styles_of_dates_are_read(self) -> None:
        text = 'Date,Topic,Due\n"Mon, Aug 24",Notes,\n,More notes,Quiz\n8/31,Taping,"Set 2"\n2026-09-03,Levels,\nsoon,Nothing,\n'
        found = read_table(text, autumn())
        self.assertEqual(
            [(r.line, r.week, r.day.isoformat() if r.day else "", r.carried) for r in found.rows],
            [
                (2, 1, "2026-08-24", False),
                (3, 1, "2026-08-24", True),
                (4, 2, "2026-08-31", False),
                (5, 2, "2026-09-03", False),
                (6, None, "", False),
            ],
        )
        self.assertEqual(
            [(p.code, p.path, p.params["cell"]) for p in found.problems], [("table.date_unreadable", "6.1", "soon")]
        )

    def test_what_cannot_be_placed_is_named_by_row_and_column(self) -> None:
        text = "Week,Topic,Mood\n1,A,good\n77,B,bad\nx,C,\nOct 3 2031,D,\n"
        found = read_table(text, autumn())
        self.assertEqual(
            [(p.code, p.path) for p in found.problems],
            [
                ("table.column", "1.3"),
                ("table.week_unknown", "3.1"),
                ("table.week_unreadable", "4.1"),
                ("table.week_unreadable", "5.1"),
            ],
        )
        self.assertEqual([(r.topics, r.left_out) for r in found.rows], [(("A",), ""), *[((), "unplaced")] * 3])

    def test_dates_in_the_break_and_outside_the_term_are_named_and_left_out(self) -> None:
        found = read_table("Date;Topic\n12 Oct;A\n20 Oct;B\n24 Dec;C\n", autumn())
        self.assertEqual([(r.week, r.left_out) for r in found.rows], [(8, ""), (None, "unplaced"), (None, "unplaced")])
        self.assertEqual([p.code for p in found.problems], ["table.date_in_break", "table.date_outside"])

    def test_without_a_time_or_a_content_column_nothing_is_guessed(self) -> None:
        self.assertEqual([p.code for p in read_table("Topic,Due\nA,B\n", autumn()).problems], ["table.no_time"])
        self.assertEqual([p.code for p in read_table("Week,Mood\n1,B\n", autumn()).problems], ["table.no_content"])
        self.assertEqual([p.code for p in read_table("", autumn()).problems], ["table.empty"])
        long = "Week,Topic\n" + "1,A\n" * 501
        self.assertEqual([p.code for p in read_table(long, autumn()).problems], ["table.long"])

    def test_quoted_cells_hold_line_breaks_and_marks(self) -> None:
        self.assertEqual(cells_of('\ufeffa,b\n"x, y\nz",2\n\n'), [["a", "b"], ["x, y\nz", "2"], []])
