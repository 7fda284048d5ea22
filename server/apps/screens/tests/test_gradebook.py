"""The gradebook as a sheet: cells typed, pasted, excused and set back; what somebody else changed meanwhile is told."""

from __future__ import annotations

import csv
from io import BytesIO, StringIO
from typing import Any
from unittest import mock

from django.core.files.uploadedfile import SimpleUploadedFile
from openpyxl import load_workbook
from tests.base import ASSISTANT, BEHIND, INSTRUCTOR, KEEPS_UP, Caller, DemoCase

from apps.courses.models import Enrolment
from apps.gradebook.models import Cell, GradedItem, Score
from apps.kernel.models import AuditRecord
from apps.notices.models import Notice
from apps.people.models import Person
from apps.screens.gradebook import schemas

AT = "/courses/srv-110/gradebook"
LOOP, PLAN = "Field book: campus loop", "Project plan"


class Sheet(DemoCase):
    def setUp(self) -> None:
        self.teacher, self.student = Caller(INSTRUCTOR), Caller(KEEPS_UP)
        self.who = self.student.person.pk
        self.plan = self.item(PLAN)
        GradedItem.objects.filter(item=self.plan).update(hold=False)

    def put(self, *cells: dict[str, Any], who: Caller | None = None, **more: Any) -> Any:
        return (who or self.teacher).send("PUT", f"{AT}/cells", {"cells": list(cells)}, **more)

    def typed(self, text: str, person: int | None = None, item: int | None = None, **seen: Any) -> dict[str, Any]:
        return {"item": item or self.plan.pk, "person": person or self.who, "text": text, **seen}

    def undo(self, change: int, who: Caller | None = None) -> Any:
        return (who or self.teacher).send("POST", f"{AT}/changes/{change}/undo")

    def cells(self, person: int | None = None) -> dict[int, dict[str, Any]]:
        rows = self.teacher.get(f"{AT}/rows?person={person or self.who}").json()["rows"]
        return {cell["item"]: cell for cell in rows[0]["cells"]}

    def stands(self, *names: str) -> list[Any]:
        return [self.cells()[self.plan.pk][name] for name in names]

    def score(self, person: int | None = None) -> Score | None:
        rows = Score.objects.filter(cell__graded_item__item=self.plan, cell__person_id=person or self.who)
        return rows.order_by("-attempt").first()


class Typing(Sheet):
    def test_a_score_is_typed_changed_taken_away_and_given_again(self) -> None:
        put = self.put(self.typed(" 17,5 ")).json()
        self.assertEqual((put["kept"], put["refused"]), (1, []))
        self.assertEqual(self.stands("state", "raw", "counts", "version"), ["scored", "17.5", "17.5", 1])
        self.assertEqual(self.put(self.typed("18", seen_version=1)).json()["kept"], 1)
        cleared = self.put(self.typed("", seen_version=2)).json()
        self.assertIsNone(self.score())
        self.assertNotIn(self.plan.pk, [c["item"] for c in cleared["rows"][0]["cells"]])
        self.put(self.typed("16"))
        self.assertEqual(self.stands("version"), [3], "given again it is another version than the first")

    def test_bad_input_says_what_is_wrong_and_keeps_the_rest(self) -> None:
        others = [pk for pk in self.people() if pk != self.who][:5]
        bad = ("NaN", "1,250", "-1", "twelve", "9999")
        put = self.put(self.typed("12"), *(self.typed(text, pk) for text, pk in zip(bad, others, strict=True))).json()
        self.assertEqual(put["kept"], 1)
        words = [one["words"] for one in sorted(put["refused"], key=lambda r: others.index(r["person"]))]
        for said, part in zip(
            words, ("“NaN”", "“1,250” can be read", "below 0", "“twelve”", "more than twice"), strict=True
        ):
            self.assertIn(part, said)
        self.assertEqual(Score.objects.filter(cell__graded_item__item=self.plan).count(), 1)

    def people(self) -> list[int]:
        return [p["id"] for p in self.teacher.get(AT).json()["people"]]

    def test_more_than_the_item_has_is_kept_when_it_is_meant(self) -> None:
        much = str(self.plan.points + 1)
        refused = self.put(self.typed(much)).json()["refused"]
        self.assertEqual([(r["above"], r["meanwhile"]) for r in refused], [(True, False)])
        self.assertEqual(self.put(self.typed(much, above=True)).json()["kept"], 1)

    def test_excused_counts_for_nothing_until_a_number_is_typed(self) -> None:
        self.put(self.typed("5"))
        before = self.total()
        self.put(self.typed("exc", seen_version=1))
        self.assertEqual(self.stands("state"), ["excused"])
        self.assertNotEqual(self.total(), before)
        self.put(self.typed("5", seen_version=1, seen_excused=True))
        self.assertEqual((*self.stands("state"), self.total()), ("scored", before))

    def total(self) -> str:
        return str(self.teacher.get(f"{AT}/rows?person={self.who}").json()["rows"][0]["total"])

    def test_the_total_of_the_sheet_is_that_of_the_standing_where_nothing_is_held(self) -> None:
        Score.objects.filter(cell__person_id=self.who, released_at=None).update(released_at="2026-10-07T12:00Z")
        self.assertEqual(self.total(), self.student.get("/courses/srv-110/standing").json()["current"]["value"])

    def test_what_is_held_is_out_for_nobody_and_in_the_teachers_total(self) -> None:
        GradedItem.objects.filter(item=self.plan).update(hold=True)
        before, seen = self.total(), self.student.get("/courses/srv-110/standing").json()["current"]["value"]
        self.put(self.typed("1"))
        self.assertEqual(self.stands("state"), ["held"])
        self.assertNotEqual(self.total(), before)
        self.assertEqual(self.student.get("/courses/srv-110/standing").json()["current"]["value"], seen)

    def test_late_work_typed_here_is_late_as_anywhere(self) -> None:
        """28 given of 30, 1 day late at 10 %: 25 counts."""
        loop = self.item(LOOP)
        with self.settings(FIXED_CLOCK="2026-10-12T00:01:00-05:00"):
            self.student.send("PUT", self.path(LOOP, "/hand-in"), {"text": "Pages", "comment": "", "attempt": 1})
            self.student.send("POST", self.path(LOOP, "/hand-in"))
            self.put(self.typed("28", item=loop.pk))
        cell = self.cells()[loop.pk]
        self.assertEqual([cell[n] for n in ("raw", "counts", "version", "late")], ["28", "25", 1, True])
        told = self.teacher.get(f"{AT}/cells/{loop.pk}/{self.who}").json()
        self.assertEqual((told["attempts"][0]["deduction"], told["counts"], told["late_units"]), ("3", "25", 1))


class Meanwhile(Sheet):
    def test_who_comes_second_is_told_and_nothing_is_overwritten(self) -> None:
        self.put(self.typed("10"))
        assistant = Caller(ASSISTANT)
        section = Enrolment.objects.get(course=self.course, person=assistant.person).section_id
        mine = Enrolment.objects.filter(course=self.course, role="student", section_id=section)
        their = mine.exclude(person_id=self.who)[0].person_id
        self.put(self.typed("11", their), who=assistant)
        refused = self.put(self.typed("12", their)).json()["refused"][0]
        self.assertTrue(refused["meanwhile"])
        self.assertIn("changed this score to 11", refused["words"])
        self.assertEqual(str(self.score(their).raw), "11.00")  # type: ignore[union-attr]
        theirs = Enrolment.objects.filter(course=self.course, role="student").exclude(section_id=section)
        self.refused(self.put(self.typed("9", theirs[0].person_id), who=assistant), 403, "course.other_section")
        self.assertEqual(self.put(self.typed("", seen_version=7)).json()["kept"], 0)

    def test_a_score_that_was_taken_away_meanwhile_is_not_given_unseen(self) -> None:
        self.put(self.typed("10"))
        self.put(self.typed("", seen_version=1))
        self.assertIn("taken this score away", self.put(self.typed("11", seen_version=1)).json()["refused"][0]["words"])


class SettingBack(Sheet):
    def test_a_pasted_block_is_set_back_in_one_press_and_done_again(self) -> None:
        people = [p["id"] for p in self.teacher.get(AT).json()["people"]]
        self.put(self.typed("3", people[0]))
        cell = Cell.objects.get(graded_item__item=self.plan, person_id=people[0])
        Score.objects.filter(cell=cell).update(comment="See page 2")
        block = [self.typed(str(n), pk, seen_version=0 if n else 1) for n, pk in enumerate(people)]
        block[0]["text"] = ""
        put = self.put(*block).json()
        self.assertEqual((put["kept"], len(put["rows"])), (len(people), len(people)))
        back = self.undo(put["change"]).json()
        rows = Score.objects.filter(cell__graded_item__item=self.plan)
        self.assertEqual([(s.cell.person_id, str(s.raw), s.comment) for s in rows], [(people[0], "3.00", "See page 2")])
        self.refused(self.undo(put["change"]), 409, "score.nothing_to_undo")
        self.assertEqual(self.undo(back["change"]).status_code, 200)
        self.assertEqual(rows.all().count(), len(people) - 1)

    def test_what_was_changed_since_stands_in_the_way_and_nothing_is_set_back(self) -> None:
        people = [p["id"] for p in self.teacher.get(AT).json()["people"]][:3]
        change = self.put(*(self.typed("4", pk) for pk in people)).json()["change"]
        self.put(self.typed("5", people[1], seen_version=1))
        answer = self.undo(change)
        self.refused(answer, 409, "score.undo_in_the_way")
        self.assertIn("1 of these cells", answer.json()["detail"])
        self.assertEqual(Score.objects.filter(cell__graded_item__item=self.plan).count(), 3)

    def test_the_course_history_tells_of_it_and_sets_it_back(self) -> None:
        self.put(self.typed("4.5"))
        entry = self.teacher.get("/courses/srv-110/history?sort=scores").json()["entries"][0]
        self.assertEqual((entry["what"], entry["can_set_back"]), ("Scores were typed in the gradebook", True))
        (line,) = entry["lines"]
        self.assertEqual(line["thing"], f"{PLAN}, {self.student.person.name}")
        self.assertEqual((line["field"], line["before"], line["after"]), ("raw", "", "4.5"))
        answer = self.teacher.send("POST", f"/courses/srv-110/changes/{entry['id']}/undo")
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        self.assertIsNone(self.score())

    def test_an_assistant_sets_back_nothing_of_other_sections(self) -> None:
        change = self.put(*(self.typed("4", p["id"]) for p in self.teacher.get(AT).json()["people"])).json()["change"]
        self.refused(self.undo(change, Caller(ASSISTANT)), 403, "course.other_section")


class TakenOut(Sheet):
    """Read back by openpyxl and by Python's csv."""

    def setUp(self) -> None:
        super().setUp()
        Person.objects.filter(pk=self.who).update(sort_name='=HYPERLINK("x")', username="rosalind.tarrow")
        self.put(self.typed("12.5"))
        Score.objects.filter(cell__graded_item__item=self.plan).update(comment="-cmd|' /C calc'!A0")

    def row(self, table: list[list[Any]], name: str) -> dict[str, Any]:
        whole = next(row for row in table[1:] if row[0] == name)
        return dict(zip(table[0], whole, strict=True))

    def test_a_workbook_has_scores_states_and_comments_and_works_nothing_out(self) -> None:
        book = load_workbook(BytesIO(self.teacher.get(f"{AT}/table").content))
        self.assertEqual(book.sheetnames, ["Scores", "States", "Comments"])
        sheets = {sheet.title: [[cell.value for cell in row] for row in sheet] for sheet in book}
        column = f"{PLAN} /{int(self.plan.points)}"
        told = [self.row(sheets[name], "rosalind.tarrow")[column] for name in book.sheetnames]
        self.assertEqual(told, [12.5, "scored", "-cmd|' /C calc'!A0"])
        kinds = {cell.data_type for sheet in book for row in sheet for cell in row}
        self.assertNotIn("f", kinds, "a formula")
        total = self.teacher.get(f"{AT}/rows?person={self.who}").json()["rows"][0]["total"]
        self.assertEqual(self.row(sheets["Scores"], "rosalind.tarrow")["Total"], float(total))

    def test_a_csv_has_the_scores_and_what_would_be_worked_out_is_text(self) -> None:
        answer = self.teacher.get(f"{AT}/table?form=csv")
        self.assertIn("SRV 110, gradebook of 2026-10-07.csv", answer["Content-Disposition"])
        table = list(csv.reader(StringIO(answer.content.decode("utf-8-sig"))))
        row = self.row(table, "rosalind.tarrow")
        self.assertEqual((row[f"{PLAN} /{int(self.plan.points)}"], row["Name"]), ("12.5", '\'=HYPERLINK("x")'))


class BroughtIn(Sheet):
    def brought(self, text: str, who: Caller | None = None) -> Any:
        file = SimpleUploadedFile("scores.csv", text.encode())
        return (who or self.teacher).send("POST", f"{AT}/table-preview", file=file)

    def test_each_change_is_shown_and_rows_that_are_wrong_say_where(self) -> None:
        self.put(self.typed("12"))
        lines = ["Sign-in name,Name,Project plan,Attendance", f"{KEEPS_UP},x,13.5,1", "nobody.here,y,4,1"]
        lines += [f"{BEHIND},z,lots,", "caspian.holt.2,,3,"]
        told = self.brought("\n".join(lines)).json()
        self.assertEqual([(c["name"], c["before"], c["text"]) for c in told["changes"]], [(KEEPS_UP, "12", "13.5")])
        self.assertEqual(
            [(r["row"], r["column"]) for r in told["refused"]], [(3, "Sign-in name"), (4, PLAN), (5, "Sign-in name")]
        )
        self.assertIn("“lots” is not a number", told["refused"][1]["words"])
        self.assertEqual(told["unknown"], ["Attendance"])
        self.assertEqual(str(self.score().raw), "12.00", "nothing is kept of it")  # type: ignore[union-attr]
        names = ("item", "person", "text", "above", "seen_version", "seen_excused")
        put = self.put(*({n: c[n] for n in names} for c in told["changes"])).json()
        self.assertEqual((put["kept"], str(self.score().raw)), (1, "13.50"))  # type: ignore[union-attr]

    def test_what_is_taken_out_says_nothing_new_when_it_is_brought_in(self) -> None:
        self.put(self.typed("12.5"))
        for form in ("xlsx", "csv"):
            file = SimpleUploadedFile(f"a.{form}", self.teacher.get(f"{AT}/table?form={form}").content)
            told = self.teacher.send("POST", f"{AT}/table-preview", file=file).json()
            self.assertEqual((told["changes"], told["refused"], told["unknown"]), ([], [], []), form)
            self.assertGreater(told["same"], 50)

    def test_a_cell_that_changed_since_the_preview_is_told(self) -> None:
        cell = self.brought(f"E-mail,{PLAN}\n{self.student.person.email},7").json()["changes"][0]
        self.put(self.typed("9"))
        names = ("item", "person", "text", "seen_version", "seen_excused")
        refused = self.put({n: cell[n] for n in names}).json()["refused"]
        self.assertIn("changed this score to 9", refused[0]["words"])

    def test_tables_that_name_nobody_or_nothing_are_refused_in_words(self) -> None:
        self.refused(self.brought(f"Who,{PLAN}\nme,3"), 422, "gradebook.no_names")
        self.refused(self.brought("E-mail,Something else\nme,3"), 422, "gradebook.no_items")
        self.refused(self.brought(""), 422, "gradebook.no_names")
        junk = SimpleUploadedFile("a.xlsx", b"PK\x03\x04 nothing of a workbook")
        self.refused(self.teacher.send("POST", f"{AT}/table-preview", file=junk), 422, "table.file_unreadable")


class Behind(Sheet):
    def test_every_change_is_in_the_cells_history_with_who_made_it(self) -> None:
        change = self.put(self.typed("4")).json()["change"]
        self.undo(change)
        self.put(self.typed("6"))
        self.put(self.typed("exc", seen_version=2))
        told = self.teacher.get(f"{AT}/cells/{self.plan.pk}/{self.who}").json()
        self.assertEqual(sorted(c["what"] for c in told["history"]), ["excused", "given", "given", "taken"])
        self.assertEqual({c["who"] for c in told["history"]}, {self.teacher.person.name})
        self.assertEqual([c["why"] for c in told["history"] if c["what"] == "taken"], ["undone"])

    def test_a_block_is_one_record_and_a_notice_for_each(self) -> None:
        people = [p["id"] for p in self.teacher.get(AT).json()["people"]]
        notices = Notice.objects.count()
        self.put(*(self.typed("4", pk) for pk in people))
        self.assertEqual(AuditRecord.objects.filter(action="score.sheet").count(), 1)
        self.assertEqual(Notice.objects.count(), notices + len(people))

    def test_of_a_block_for_more_than_can_be_asked_for_at_once_no_rows_come_along(self) -> None:
        people = [p["id"] for p in self.teacher.get(AT).json()["people"]]
        with mock.patch.object(schemas, "MOST_ROWS", 3):
            self.assertEqual(self.put(*(self.typed("4", pk) for pk in people)).json()["rows"], [])
            self.assertEqual(
                len(self.put(*(self.typed("5", pk, seen_version=1) for pk in people[:3])).json()["rows"]), 3
            )

    def test_the_class_stands_beside_the_cell(self) -> None:
        told = self.teacher.get(f"{AT}/cells/{self.item('Field book: bearings').pk}/{self.who}").json()
        scores = Score.objects.filter(cell__graded_item__item__title="Field book: bearings")
        self.assertEqual((told["of_class"]["n"], sum(told["of_class"]["bins"])), (scores.count(), scores.count()))

    def test_one_changed_score_is_read_anew_for_one_student_only(self) -> None:
        people = [p["id"] for p in self.teacher.get(AT).json()["people"]]
        asked = f"{AT}/rows?" + "&".join(f"person={pk}" for pk in people)
        before = {r["person"]: r["total"] for r in self.teacher.get(asked).json()["rows"]}
        from apps.screens.gradebook import cells

        with self.counted(cells, "_row") as rows:
            self.teacher.get(asked)
            self.assertEqual(rows.call_count, 0)
            self.put(self.typed("1"))
            after = {r["person"]: r["total"] for r in self.teacher.get(asked).json()["rows"]}
            self.assertEqual(rows.call_count, 1)
        self.assertEqual({pk for pk in people if before[pk] != after[pk]}, {self.who})

    def counted(self, module: Any, name: str) -> Any:
        return mock.patch.object(module, name, wraps=getattr(module, name))

    def test_an_assistant_reads_the_rows_of_their_own_section_only(self) -> None:
        assistant = Caller(ASSISTANT)
        section = Enrolment.objects.get(course=self.course, person=assistant.person).section_id
        mine = Enrolment.objects.filter(course=self.course, role="student", section_id=section)
        others = Enrolment.objects.filter(course=self.course, role="student").exclude(section_id=section)
        people = {p["id"] for p in assistant.get(AT).json()["people"]}
        self.assertEqual(people, set(mine.values_list("person_id", flat=True)))
        self.refused(assistant.get(f"{AT}/rows?person={others[0].person_id}"), 403, "course.other_section")
        path = f"{AT}/cells/{self.plan.pk}/{others[0].person_id}"
        self.refused(assistant.get(path), 403, "course.other_section")
        table = list(csv.reader(StringIO(assistant.get(f"{AT}/table?form=csv").content.decode("utf-8-sig"))))
        self.assertEqual(len(table), 1 + len(people))

    def test_a_student_opens_none_of_it(self) -> None:
        self.refused(self.student.get(f"{AT}/table"), 403, "course.teachers_only")
        for path in (AT, f"{AT}/rows?person={self.who}", f"{AT}/cells/{self.plan.pk}/{self.who}"):
            self.refused(self.student.get(path), 403, "course.teachers_only")
        self.refused(self.put(self.typed("20"), who=Caller(BEHIND)), 403, "course.teachers_only")
