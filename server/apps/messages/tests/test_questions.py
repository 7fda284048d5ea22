"""Asking: the context comes along, the answer goes back, to those who have the same question, and to the course without
the name; two who answer at once; who reads what."""

from __future__ import annotations

from typing import Any

from django.core.files.uploadedfile import SimpleUploadedFile
from tests.base import ASSISTANT, BEHIND, INSTRUCTOR, KEEPS_UP, Caller, DemoCase
from tests.files import PNG

from apps.courses.models import Enrolment
from apps.library.models import Entry
from apps.messages.models import Question, QuestionLine
from apps.notices.models import Notice

AT = "/courses/srv-110/questions"
SET_6A = "Set 6A: azimuths and bearings"
ASKED = "<p>Why is the azimuth of DE counted from the south in the key?</p>"


class Asking(DemoCase):
    def setUp(self) -> None:
        self.teacher, self.ros, self.cas = Caller(INSTRUCTOR), Caller(KEEPS_UP), Caller(BEHIND)
        Question.objects.all().delete()
        Notice.objects.all().delete()

    def ask(self, who: Caller | None = None, **fields: Any) -> int:
        wish = {"about": "item", "item_id": self.item(SET_6A).pk, "html": ASKED, "open_to_class": True} | fields
        answer = (who or self.ros).send("POST", AT, wish)
        self.assertEqual(answer.status_code, 200, answer.content[:400])
        return int(answer.json()["id"])

    def answer(
        self, pk: int, who: Caller | None = None, seen: int = 0, html: str = "<p>It is not: draw it.</p>"
    ) -> Any:
        return (who or self.teacher).send("POST", f"{AT}/{pk}/answers", {"html": html, "seen": seen})

    def found(self, who: Caller, query: str = "") -> list[dict[str, Any]]:
        return list(who.get(AT + query).json()["questions"])

    def told(self, who: Caller) -> list[str]:
        return [n["kind"] for n in who.get("/notices").json()["notices"]]

    def desk(self, who: Caller) -> list[int]:
        return [r["row_id"] for r in who.get("/desk").json()["rows"] if r["kind"] == "question"]

    def test_what_it_is_about_comes_along_by_itself(self) -> None:
        pk = self.ask()
        shown = next(q for q in self.found(self.teacher) if q["id"] == pk)
        self.assertEqual((shown["asker"], shown["item"]["title"]), (self.ros.person.name, SET_6A))
        context = shown["context"]
        self.assertEqual((context["state"], context["attempt"]), ("scored", 1))
        self.assertRegex(context["receipt"], r"^[A-Z0-9]{3}-[A-Z0-9]{4}$")
        self.assertIn("23:59", context["due"])

    def test_it_waits_on_the_desk_by_the_promise_until_it_is_answered_and_the_answer_goes_back(self) -> None:
        pk = self.ask()
        row = next(r for r in self.teacher.get("/desk").json()["rows"] if r["kind"] == "question")
        self.assertEqual((row["row_id"], row["days_left"], row["by"]), (pk, 2, "2026-10-10T04:59:00Z"))
        self.assertEqual(self.told(self.teacher), ["question"])
        self.assertEqual(self.answer(pk).status_code, 200)
        self.assertEqual((self.desk(self.teacher), self.told(self.ros)), ([], ["answer"]))
        mine = self.found(self.ros)[0]
        self.assertEqual(
            [(line["answer"], line["html"]) for line in mine["lines"]], [(True, "<p>It is not: draw it.</p>")]
        )
        self.assertIsNone(mine["waits_since"])

    def test_asked_on_it_waits_again(self) -> None:
        pk = self.ask()
        self.answer(pk)
        self.ros.send("POST", f"{AT}/{pk}/more", {"html": "<p>And the next leg?</p>"})
        self.assertEqual(self.desk(self.teacher), [pk])
        self.refused(self.cas.send("POST", f"{AT}/{pk}/more", {"html": "<p>Me too</p>"}), 404, "request.not_found")

    def test_of_two_who_answer_at_once_the_second_sees_the_first(self) -> None:
        pk = self.ask()
        self.answer(pk)
        problem = self.refused(self.answer(pk, Caller(INSTRUCTOR)), 409, "question.answered_meanwhile")
        self.assertEqual((problem["who"], problem["html"]), (self.teacher.person.name, "<p>It is not: draw it.</p>"))
        self.assertEqual(self.answer(pk, seen=problem["last"]).status_code, 200)
        self.assertEqual(QuestionLine.objects.filter(question_id=pk).count(), 2)

    def test_near_ones_are_offered_without_a_name_and_asked_too_instead_of_again(self) -> None:
        pk = self.ask()
        self.ask(open_to_class=False, html="<p>Azimuth trouble of my own: I was ill.</p>")
        near = self.cas.send("POST", "/courses/srv-110/asking/near", {"text": "azimuth counted from the south?"}).json()
        self.assertEqual([q["id"] for q in near["asked"]], [pk])
        self.assertEqual((near["asked"][0]["asker"], near["asked"][0]["context"]), ("", {}))
        self.assertNotIn(self.ros.person.name, str(near))
        self.cas.send("PUT", f"{AT}/{pk}/too", {"on": True})
        self.assertEqual(self.found(self.teacher)[0]["too"], 1)
        self.answer(pk)
        self.assertEqual(self.told(self.cas), ["answer"])
        theirs = self.found(self.cas)[0]
        self.assertEqual((theirs["asker"], theirs["own_too"], len(theirs["lines"])), ("", True, 1))
        self.assertNotIn(self.ros.person.name, str(theirs))

    def test_what_the_library_answers_already_is_offered_too(self) -> None:
        near = self.cas.send("POST", "/courses/srv-110/asking/near", {"text": "two of us in one field book"}).json()
        self.assertEqual(near["answered"][0]["title"], "May two of us book in one field book?")

    def test_about_a_score_it_is_private_whatever_was_wished(self) -> None:
        pk = self.ask(about="score")
        self.assertFalse(Question.objects.get(pk=pk).open_to_class)
        self.answer(pk)
        self.assertEqual(self.found(self.cas), [])
        self.refused(self.cas.send("PUT", f"{AT}/{pk}/too", {"on": True}), 404, "request.not_found")

    def test_published_it_is_an_answer_of_the_library_without_the_name_and_taken_back_it_is_gone(self) -> None:
        sent = self.teacher.send("POST", f"{AT}/files", file=SimpleUploadedFile("a.png", PNG, "image/png"))
        picture = sent.json()["file"]["address"]
        pk = self.ask()
        self.answer(pk, html=f'<p>Draw it:</p><img src="{picture}" alt="The quarters">')
        wish = {
            "title": "From where is an azimuth counted?",
            "html": f'<p>From north.</p><img src="{picture}" alt="Q">',
        }
        self.assertEqual(self.teacher.send("POST", f"{AT}/{pk}/publication", wish).status_code, 200)
        entry = Entry.objects.get(title=wish["title"])
        self.assertEqual((entry.shelf, entry.removed), ("faq", False))
        self.assertNotIn(picture, entry.html, "under a key of its own, so that it is read as the library is")
        shown = entry.html.split('src="')[1].split('"')[0]
        self.assertEqual(self.cas.client.get(shown).status_code, 200)
        self.assertTrue(self.found(self.teacher)[0]["published"])
        self.teacher.send("DELETE", f"{AT}/{pk}/publication")
        entry.refresh_from_db()
        self.assertEqual((entry.removed, self.found(self.teacher)[0]["published"]), (True, False))

    def test_assistants_get_what_their_sections_ask_and_what_is_handed_on_to_them(self) -> None:
        assistant = Caller(ASSISTANT)
        own = set(assistant.person.enrolments.values_list("section_id", flat=True))
        sections = {
            w: Enrolment.objects.get(course=self.course, person=w.person).section_id for w in (self.ros, self.cas)
        }
        inside, outside = sorted(sections, key=lambda w: sections[w] not in own)
        theirs, others = self.ask(inside), self.ask(outside)
        self.assertEqual(([q["id"] for q in self.found(assistant)], self.desk(assistant)), ([theirs], [theirs]))
        self.refused(self.answer(others, assistant), 404, "request.not_found")
        self.teacher.send("PUT", f"{AT}/{others}/assignee", {"person_id": assistant.person.pk})
        self.assertEqual(self.desk(assistant), [theirs, others])
        self.assertNotIn(others, self.desk(self.teacher))
        self.assertEqual(self.answer(others, assistant).status_code, 200)
        self.refused(
            self.teacher.send("PUT", f"{AT}/{theirs}/assignee", {"person_id": self.ros.person.pk}),
            404,
            "request.not_found",
        )

    def test_what_is_locked_can_be_neither_asked_about_nor_found(self) -> None:
        locked = self.item("Check 7: traverse computation")
        wish = {"about": "item", "item_id": locked.pk, "html": ASKED}
        self.refused(self.ros.send("POST", AT, wish), 403, "item.locked")
        pk = self.ask()
        Question.objects.filter(pk=pk).update(item=locked)
        near = self.cas.send("POST", "/courses/srv-110/asking/near", {"text": "azimuth counted from the south?"}).json()
        self.assertEqual(near["asked"], [])
        self.refused(self.cas.send("PUT", f"{AT}/{pk}/too", {"on": True}), 403, "item.locked")

    def test_a_picture_is_read_by_whoever_reads_the_question(self) -> None:
        sent = self.ros.send("POST", f"{AT}/files", file=SimpleUploadedFile("a.png", PNG, "image/png"))
        picture = sent.json()["file"]["address"]
        self.assertEqual(self.teacher.client.get(picture).status_code, 404)
        pk = self.ask(html=f'{ASKED}<img src="{picture}" alt="My sketch">')
        self.assertEqual(
            (self.teacher.client.get(picture).status_code, self.cas.client.get(picture).status_code), (200, 404)
        )
        self.answer(pk)
        self.assertEqual(
            self.cas.client.get(picture).status_code, 200, "answered, and its asker opened it to the class"
        )

    def test_searched_and_refused_with_sentences(self) -> None:
        self.ask()
        self.ask(about="course", item_id=None, html="<p>When is the mid-term?</p>")
        self.assertEqual(
            [len(self.found(self.teacher, q)) for q in ("?q=azimuths", "?q=mid-term", "?q=theodolite")], [1, 1, 0]
        )
        for wish in ({"about": "item", "item_id": None}, {"about": "course", "item_id": 1}):
            self.refused(self.ros.send("POST", AT, {"html": ASKED} | wish), 422, "question.about")

    def test_the_same_wish_sent_twice_is_one_question(self) -> None:
        wish = {"about": "course", "html": ASKED}
        ids = {self.ros.send("POST", AT, wish, key="one").json()["id"] for _ in range(2)}
        self.assertEqual((len(ids), Question.objects.count()), (1, 1))

    def test_whom_to_ask_is_as_the_library_has_it(self) -> None:
        found = self.ros.get("/courses/srv-110/asking").json()
        self.assertEqual((found["team"], found["answer_days"]), (["Ines Varga-Oduya"], 2))
        self.assertEqual([o["name"] for o in found["others"]], ["Instrument store", "Help desk"])
