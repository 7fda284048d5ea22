"""The gradebook as a sheet: cells typed, pasted, excused and set back; what somebody else changed meanwhile is told."""

from __future__ import annotations

import csv
from io import StringIO
from typing import Any
from unittest import mock

from tests.base import ASSISTANT, BEHIND, Caller

from apps.courses.models import Enrolment
from apps.gradebook.models import Cell, GradedItem, Score
from apps.kernel.models import AuditRecord
from apps.notices.models import Notice
from apps.screens.gradebook import schemas
from apps.screens.tests.sheet_cases import AT, LOOP, PLAN, Sheet


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
        told = assistant.get(AT).json()
        self.assertEqual([s["id"] for s in told["sections"]], [section])
        people = {p["id"] for p in told["people"]}
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
