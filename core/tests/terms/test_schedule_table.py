import unittest
from datetime import date

from unvo_core.terms.schedule_table import cells_of, read_table
from unvo_core.terms.written_dates import order_of, read_date, written_dates

from core.tests.schedule.terms import autumn, day

NEAR = date(2026, 10, 7)


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
        ):
            with self.subTest(text):
                self.assertEqual(written_dates(text, NEAR), ())

    def test_without_a_year_the_nearest(self) -> None:
        self.assertEqual(read_date("5 January", date(2026, 12, 1)), date(2027, 1, 5))
        self.assertEqual(read_date("5 January", date(2026, 5, 1)), date(2026, 1, 5))

    def test_a_wrong_weekday_is_seen(self) -> None:
        right, wrong = written_dates("Fri 9 Oct or Mon 9 Oct", NEAR)
        self.assertEqual((right.weekday_is_wrong, wrong.weekday_is_wrong), (False, True))

    def test_the_order_of_figures_shows_in_the_cells_that_leave_no_choice(self) -> None:
        self.assertEqual(order_of(["3/9", "24/9"]), "day_first")
        self.assertEqual(order_of(["9/3", "9/24"]), "month_first")
        self.assertEqual(read_date("3/9", NEAR, "day_first"), date(2026, 9, 3))


class Tables(unittest.TestCase):
    def test_a_table_by_week_becomes_rows_with_items(self) -> None:
        text = "Week\tTopic\tReading\tDue\n1\tNotes\tCh. 1\tSet 1 (due Fri 28 Aug)\n2\tTaping\tCh. 2; Ch. 3\t\n"
        found = read_table(text, autumn())
        self.assertEqual(found.problems, ())
        self.assertEqual(
            [(r.week, r.topic, [i.title for i in r.items]) for r in found.rows],
            [(1, "Notes", ["Ch. 1", "Set 1"]), (2, "Taping", ["Ch. 2", "Ch. 3"])],
        )
        self.assertEqual(found.rows[0].items[1].day, day("2026-08-28"))

    def test_merged_cells_carry_on_and_three_styles_of_dates_are_read(self) -> None:
        text = 'Date,Topic,Due\n"Mon, Aug 24",Notes,\n,More notes,Quiz\n8/31,Taping,"Set 2"\n2026-09-03,Levels,\nsoon,Nothing,\n'
        found = read_table(text, autumn())
        self.assertEqual(
            [(r.line, r.week, r.day.isoformat(), r.carried) for r in found.rows],
            [
                (2, 1, "2026-08-24", False),
                (3, 1, "2026-08-24", True),
                (4, 2, "2026-08-31", False),
                (5, 2, "2026-09-03", False),
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
        self.assertEqual([r.topic for r in found.rows], ["A"])

    def test_dates_in_the_break_stay_with_the_week_before_and_outside_ones_are_named(self) -> None:
        found = read_table("Date;Topic\n12 Oct;A\n20 Oct;B\n24 Dec;C\n", autumn())
        self.assertEqual([(r.week, r.topic) for r in found.rows], [(8, "A"), (8, "B")])
        self.assertEqual([p.code for p in found.problems], ["table.date_in_break", "table.date_outside"])

    def test_without_a_time_or_a_content_column_nothing_is_guessed(self) -> None:
        self.assertEqual([p.code for p in read_table("Topic,Due\nA,B\n", autumn()).problems], ["table.no_time"])
        self.assertEqual([p.code for p in read_table("Week,Mood\n1,B\n", autumn()).problems], ["table.no_content"])
        self.assertEqual([p.code for p in read_table("", autumn()).problems], ["table.empty"])
        long = "Week,Topic\n" + "1,A\n" * 501
        self.assertEqual([p.code for p in read_table(long, autumn()).problems], ["table.long"])

    def test_quoted_cells_hold_line_breaks_and_marks(self) -> None:
        self.assertEqual(cells_of('\ufeffa,b\n"x, y\nz",2\n\n'), [["a", "b"], ["x, y\nz", "2"]])
