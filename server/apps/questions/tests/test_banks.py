"""Question banks through the API: made, written, proved, tried, moved, taken out and brought back; copied with a course."""

from __future__ import annotations

import re
from pathlib import Path
from typing import Any

import unvo_core
from django.core.files.uploadedfile import SimpleUploadedFile
from tests.base import ASSISTANT, INSTRUCTOR, KEEPS_UP, Caller, DemoCase
from tests.files import PNG

from apps.courses.models import Course
from apps.kernel.models import AuditRecord, StoredFile
from apps.kernel.sentences import catalogue
from apps.questions.bodies import body_of
from apps.questions.models import Bank, BankQuestion, QuestionEdition
from apps.questions.public import copy_banks, files_in_bank_questions

BANKS, PROOF, TRY = "/courses/srv-110/banks", "/courses/srv-110/question-proof", "/courses/srv-110/question-try"
BODY: dict[str, Any] = {
    "text": "<p>A line runs [[d]] m at an azimuth of [[az]]. What is its latitude? Give three decimals.</p>",
    "parameters": [
        {"name": "d", "drawn": {"kind": "range", "least": "50", "most": "90", "step": "0.01"}},
        {
            "name": "az",
            "drawn": {"kind": "range", "least": "0", "most": "21599/60", "step": "1/60"},
            "only_if": "abs(cos(az)) > 0.05",
            "shown": "degrees",
        },
        {"name": "lat", "drawn": {"kind": "derived", "formula": "d cos(az)"}},
    ],
    "fields": [
        {
            "name": "a",
            "asked": {
                "kind": "number",
                "keys": [
                    {"text": "lat"},
                    {"text": "d sin(az)", "credit": "1/3", "word": "That is the departure."},
                ],
                "tolerance": {"nearness": "decimals", "amount": "3"},
            },
        }
    ],
    "solution": "<p>[[d]] · cos [[az]] = [[lat]]</p>",
}


def with_key(text: str, **asked: Any) -> dict[str, Any]:
    field = {"name": "a", "asked": {"kind": "number", "keys": [{"text": text}], **asked}}
    return {**BODY, "fields": [field]}


class Banks(DemoCase):
    def setUp(self) -> None:
        self.teacher = Caller(INSTRUCTOR)
        self.bank = self.teacher.send("POST", BANKS, {"name": "Traverses, tried"}).json()["id"]

    def question(self, **change: Any) -> dict[str, Any]:
        wish = {"name": "Latitude of a leg", "body": BODY, "tags": ["Balance a traverse"], "points": "3", **change}
        made = self.teacher.send("POST", f"{BANKS}/{self.bank}/questions", wish)
        self.assertEqual(made.status_code, 200, made.content)
        return dict(made.json())

    def test_a_question_is_written_and_read_back(self) -> None:
        item = self.item("Latitudes and departures")
        made = self.question(taught_in=[{"item_id": item.pk, "seconds": 250}])
        found = self.teacher.get(f"/courses/srv-110/bank-questions/{made['id']}").json()
        self.assertEqual(found, made)
        self.assertEqual(found["body"]["parameters"][1]["only_if"], "abs(cos(az)) > 0.05")
        self.assertEqual(found["taught_in"], [{"item_id": item.pk, "seconds": 250, "title": item.title}])
        listed = self.teacher.get(f"{BANKS}/{self.bank}").json()["questions"]
        self.assertEqual(
            [(q["name"], q["asks"], q["varies"], q["points"]) for q in listed],
            [("Latitude of a leg", ["number"], True, "3")],
        )
        self.assertIn("azimuth of [[az]]", listed[0]["text"])

    def test_each_change_is_an_edition_and_an_earlier_one_can_be_taken_up(self) -> None:
        made = self.question()
        path = f"/courses/srv-110/bank-questions/{made['id']}"
        wish = {"name": "Latitude", "body": with_key("lat"), "points": "2", "seen": 1}
        saved = self.teacher.send("PUT", path, wish).json()
        self.assertEqual((saved["edition"], saved["name"], saved["points"]), (2, "Latitude", "2"))
        renamed = self.teacher.send("PUT", path, {**wish, "name": "Latitude of one leg", "seen": 2}).json()
        self.assertEqual((renamed["edition"], renamed["name"]), (2, "Latitude of one leg"))
        back = self.teacher.send("POST", f"{path}/editions/1").json()
        self.assertEqual((back["edition"], back["body"]), (3, made["body"]))
        self.assertEqual([e["edition"] for e in back["editions"]], [3, 2, 1])
        self.refused(self.teacher.send("PUT", path, {**wish, "seen": 2}), 409, "request.changed_meanwhile")
        actions = AuditRecord.objects.filter(target_kind="bank_question", target_id=made["id"]).order_by("id")
        self.assertEqual(
            list(actions.values_list("action", flat=True)),
            ["bank_question.make", "bank_question.save", "bank_question.save", "bank_question.take_up"],
        )

    def test_what_cannot_be_asked_is_refused_with_its_place_and_nothing_is_kept(self) -> None:
        kept = QuestionEdition.objects.count()
        for body, code, path in (
            (with_key("lat("), "form.bracket_opens", "fields.a.keys.0"),
            (with_key("lat + q"), "form.unknown_name", "fields.a.keys.0"),
            ({**BODY, "text": "<p>[[az]] and [[nobody]]</p>"}, "bank_question.unknown_chip", "text"),
            ({**BODY, "fields": []}, "bank_question.no_field", "fields"),
        ):
            with self.subTest(code):
                wish = {"name": "Bad", "body": body}
                told = self.refused(self.teacher.send("POST", f"{BANKS}/{self.bank}/questions", wish), 422, code)
                self.assertEqual(told["fields"][0]["path"], path)
        self.assertEqual(QuestionEdition.objects.count(), kept)

    def test_markup_is_cleaned_and_names_of_parameters_stay(self) -> None:
        hostile = {**BODY, "text": '<p onclick="x()">[[d]] [[az]]<script>alert(1)</script></p>'}
        made = self.question(body=hostile)
        self.assertEqual(made["body"]["text"], "<p>[[d]] [[az]]</p>")

    def test_found_by_name_words_and_objective_in_every_bank(self) -> None:
        made = self.question(tags=["Balance a traverse by the compass rule"])

        def found(text: str) -> list[str]:
            return [
                q["name"] for q in self.teacher.get(f"/courses/srv-110/bank-questions?q={text}").json()["questions"]
            ]

        self.assertIn(made["name"], found("compass+balance"))
        self.assertIn("Signs by quadrant", found("south-east") + found("departure+plus"))
        self.assertEqual(found("no+such+words+anywhere"), [])
        self.teacher.send("DELETE", f"/courses/srv-110/bank-questions/{made['id']}")
        self.assertNotIn(made["name"], found("balance+compass+traverse"))

    def test_moved_taken_out_and_brought_back(self) -> None:
        made = self.question()
        other = self.teacher.send("POST", BANKS, {"name": "Another"}).json()["id"]
        path = f"/courses/srv-110/bank-questions/{made['id']}"
        self.assertEqual(self.teacher.send("PUT", f"{path}/bank", {"bank_id": other}).json()["bank"]["id"], other)
        self.refused(self.teacher.send("DELETE", f"{BANKS}/{other}"), 409, "bank.not_empty")
        self.assertEqual(self.teacher.send("DELETE", path).json()["questions"], [])
        self.assertEqual(self.teacher.get(path).status_code, 404)
        self.assertEqual(self.teacher.send("POST", f"{path}/back").json()["id"], made["id"])
        self.refused(self.teacher.send("POST", BANKS, {"name": "Another"}), 409, "bank.name_taken")

    def test_assistants_look_and_students_find_nothing(self) -> None:
        made = self.question()
        path = f"/courses/srv-110/bank-questions/{made['id']}"
        self.assertFalse(Caller(ASSISTANT).get(path).json()["can_change"])
        for address in (BANKS, f"{BANKS}/{self.bank}", path):
            self.assertEqual(Caller(KEEPS_UP).get(address).status_code, 403)

    def test_copied_with_the_course_and_no_longer_bound_to_it(self) -> None:
        item = self.item("Latitudes and departures")
        made = self.question(taught_in=[{"item_id": item.pk, "seconds": None}])
        copy = Course.objects.create(slug="copy", code="C", title="Copy", zone="UTC")
        twin = self.item("Set 7A: latitudes and departures")
        copies = copy_banks(self.course, copy, {item.pk: twin.pk})
        new = BankQuestion.objects.get(pk=copies.questions[made["id"]])
        self.assertEqual((new.bank.course, new.name, new.edition), (copy, made["name"], 1))
        self.assertEqual(body_of(new.editions.get()), body_of(QuestionEdition.objects.get(question_id=made["id"])))
        self.assertEqual(new.taught_in.get().item_id, twin.pk)
        new.bank.delete()
        self.assertTrue(Bank.objects.filter(pk=self.bank).exists())

    def test_a_picture_is_read_by_those_who_teach_and_goes_along_into_a_copy(self) -> None:
        sent = SimpleUploadedFile("quadrants.png", PNG, content_type="image/png")
        address = self.teacher.send("POST", "/courses/srv-110/question-images", file=sent).json()["file"]["address"]
        text = f'<p>[[d]] [[az]]</p><img src="{address}" alt="Four quadrants">'
        made = self.question(body={**BODY, "text": text})
        self.assertIn(address, made["body"]["text"])
        self.assertEqual(self.teacher.client.get(address).status_code, 200)
        self.assertEqual(Caller(KEEPS_UP).client.get(address).status_code, 403)
        copy = Course.objects.create(slug="copy", code="C", title="Copy", zone="UTC")
        copies = copy_banks(self.course, copy, {})
        shown = BankQuestion.objects.get(pk=copies.questions[made["id"]]).editions.get().body["text"]
        self.assertNotIn(address, shown)
        own = StoredFile.objects.get(key=re.search(r"/files/([0-9a-f-]{36})/", shown)[1])  # type: ignore[index]
        self.assertEqual((own.owner_kind, own.owner_id), ("bank_question", copy.pk))
        self.assertEqual(files_in_bank_questions([own.key]), {own.key})


class Proofs(DemoCase):
    def setUp(self) -> None:
        self.teacher = Caller(INSTRUCTOR)

    def test_a_finding_is_said_and_its_fix_cures_it(self) -> None:
        body = {
            **BODY,
            "text": "<p>[[n]]</p>",
            "solution": "",
            "parameters": [{"name": "n", "drawn": {"kind": "range", "least": "-3", "most": "30000"}}],
            "fields": with_key("1/(n-1) + 5")["fields"],
        }
        body["parameters"][0]["drawn"]["most"] = "3"
        found = self.teacher.send("POST", PROOF, {"body": body}).json()
        findings = {f["code"]: f for f in found["findings"]}
        self.assertRegex(findings["no_value"]["words"], r"^\d+ of 200 keys can't be worked out")
        fix = findings["no_value"]["fix"]
        self.assertEqual(fix["words"], "Draw n only if n - 1 != 0")
        again = self.teacher.send("POST", PROOF, {"body": fix["body"]}).json()
        self.assertNotIn("no_value", {f["code"] for f in again["findings"]})

    def test_a_sound_question_is_told_in_figures(self) -> None:
        found = self.teacher.send("POST", PROOF, {"body": BODY}).json()
        self.assertEqual((found["findings"], found["drawn"]), ([], 200))
        self.assertEqual((len(found["spread"]["counts"]), sum(found["spread"]["counts"])), (24, 200))
        self.assertEqual(len(found["examples"]), 5)

    def test_tried_as_a_student(self) -> None:
        shown = self.teacher.send("POST", TRY, {"body": BODY, "seed": "1"}).json()
        self.assertRegex(shown["question"]["text"], r"runs \d\d\.\d\d m at an azimuth of \d+°\d\d′")
        right = self.teacher.send("POST", TRY, {"body": BODY, "seed": "1", "answers": {"a": shown["key"]["a"]}}).json()
        self.assertEqual(right["share"], "1")
        open_bracket = self.teacher.send("POST", TRY, {"body": BODY, "seed": "1", "answers": {"a": "64 cos(131°40′"}})
        error = open_bracket.json()["fields"]["a"]["read"]["error"]
        self.assertEqual(error["words"], "A bracket opens and never closes. Write 64 cos(131°40′).")
        self.assertEqual((error["start"], error["end"]), (6, 14))
        self.assertIn(r"\missing", error["latex"])


class Sentences(DemoCase):
    def test_every_form_error_and_finding_of_the_core_has_a_sentence(self) -> None:
        core = Path(unvo_core.__path__[0])
        refused = re.compile(r"""(?:refuse|FormError|Undefined)\(\s*"([a-z_]+)\"""")
        found = {
            f"form.{c}"
            for p in (*core.glob("answers/*.py"), *core.glob("questions/*.py"))
            for c in refused.findall(p.read_text())
        }
        found |= {
            f"proof.{c}" for c in re.findall(r'Finding\(\s*code="([a-z_]+)"', (core / "questions/proof.py").read_text())
        }
        found |= set(re.findall(r'Problem\("(bank_question\.[a-z_]+)"', (core / "questions/problems.py").read_text()))
        self.assertGreater(len(found), 85)
        self.assertEqual(found - catalogue().keys(), set())
