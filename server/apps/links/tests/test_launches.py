"""Launches, as a tool that knows nothing of Unvo reads them."""

from __future__ import annotations

from urllib.parse import parse_qs, urlencode, urlsplit

from tests.base import ASSISTANT, INSTRUCTOR, KEEPS_UP

from apps.courses.models import Enrolment, Section
from apps.layout.models import Item
from apps.links.models import Known, KnownIn
from apps.links.tests.linked import Linked
from apps.links.tests.tool import AGS, LTI, NRPS
from apps.people.models import Person

LEARNER = "http://purl.imsglobal.org/vocab/lis/v2/membership#Learner"
TEACHES = "http://purl.imsglobal.org/vocab/lis/v2/membership#Instructor"


def at(wall: str) -> dict[str, str]:
    return {"on": "absolute", "wall": wall}


class Arriving(Linked):
    def test_a_student_arrives_signed_on_in_their_section_at_this_work(self) -> None:
        claims = self.arrive()
        section = Enrolment.objects.get(course=self.course, person__username=KEEPS_UP).section
        self.assertEqual(claims[LTI + "message_type"], "LtiResourceLinkRequest")
        self.assertEqual(claims[LTI + "version"], "1.3.0")
        self.assertEqual(claims[LTI + "deployment_id"], self.tool.deployment)
        self.assertEqual(claims[LTI + "roles"], [LEARNER])
        self.assertEqual(claims[LTI + "target_link_uri"], f"{self.tool.base}/launch?set=7a")
        self.assertEqual(claims[LTI + "resource_link"]["title"], self.linked_item.title)
        self.assertIn(section.name, claims[LTI + "context"]["title"])
        self.assertEqual(claims[LTI + "launch_presentation"]["return_url"], self.back())
        self.assertTrue(claims[AGS]["lineitem"].startswith(claims[AGS]["lineitems"]))
        self.assertEqual(claims[NRPS]["service_versions"], ["2.0"])
        self.assertEqual(KnownIn.objects.get(known__person__username=KEEPS_UP).section, section)

    def back(self) -> str:
        return f"http://testserver/c/srv-110/item/{self.linked_item.pk}"

    def test_personal_data_goes_out_as_it_was_let_in_and_no_further(self) -> None:
        claims = self.arrive()
        self.assertEqual(claims["name"], "Rosalind Tarrow")
        self.assertNotIn("email", claims)
        self.system.sends_name, self.system.sends_email = False, True
        self.system.save()
        claims = self.arrive()
        self.assertNotIn("name", claims)
        self.assertEqual(claims["email"], Person.objects.get(username=KEEPS_UP).email)

    def test_a_person_is_the_same_to_a_system_each_time_and_says_nothing(self) -> None:
        first, again = self.arrive(), self.arrive()
        person = Person.objects.get(username=KEEPS_UP)
        self.assertEqual(first["sub"], again["sub"])
        self.assertNotIn(str(person.pk), (first["sub"],))
        self.assertEqual(str(Known.objects.get(person=person).subject), first["sub"])

    def test_two_sections_are_two_contexts_and_two_links(self) -> None:
        mine = self.arrive()
        other = Enrolment.objects.filter(course=self.course, role="student").exclude(
            section__enrolments__person__username=KEEPS_UP
        )
        theirs = self.arrive(other.first().person.username)
        for claim in ("context", "resource_link"):
            self.assertNotEqual(mine[LTI + claim]["id"], theirs[LTI + claim]["id"])
        self.assertNotEqual(mine[AGS]["lineitems"], theirs[AGS]["lineitems"])

    def test_variables_are_put_and_unknown_ones_stay_as_they_are_written(self) -> None:
        custom = self.arrive()[LTI + "custom"]
        self.assertEqual(custom["odd"], "$Nobody.knows")
        self.assertRegex(custom["due"], r"^20\d\d-\d\d-\d\dT\d\d:\d\d:\d\d")

    def test_who_teaches_arrives_as_that_in_a_section_of_theirs(self) -> None:
        section = Section.objects.filter(course=self.course).order_by("number").last()
        browser = self.browser(INSTRUCTOR)
        begun = self.begun(browser, section=str(section.pk))
        claims = self.tool.arrive(browser, begun["Location"])
        self.assertEqual(claims[LTI + "roles"], [TEACHES])
        self.assertIn(section.name, claims[LTI + "context"]["title"])
        helper = self.arrive(ASSISTANT)
        self.assertIn(TEACHES, helper[LTI + "roles"])
        self.assertTrue(any("TeachingAssistant" in role for role in helper[LTI + "roles"]))

    def test_the_question_may_come_as_a_form_too(self) -> None:
        browser = self.browser()
        question = self.tool.question(self.begun(browser)["Location"])
        form = self.tool.posted(browser.post(self.tool.authorize_at, question))
        self.assertEqual(self.tool.read(browser, form["id_token"])["nonce"], question["nonce"])
        # Without the session, which no form of another site brings, it is asked once more as a link.
        again = self.outside.post(self.tool.authorize_at, question)
        self.assertEqual(again.status_code, 303)
        self.assertEqual(parse_qs(urlsplit(again["Location"]).query)["nonce"], [question["nonce"]])


class NotLaunched(Linked):
    def at_the_door(self, item: Item, status: int, words: str) -> None:
        answer = self.begun(self.browser(), item)
        self.assertEqual(answer.status_code, status)
        self.assertIn(words, answer.content.decode())

    def test_locked_closed_unopened_and_hidden_work_opens_by_no_address(self) -> None:
        browser = self.browser()
        begun = self.begun(browser)["Location"]
        for fields, words in (
            ({"moments": {"opens": at("2026-12-01T00:00")}}, "opens"),
            ({"moments": {"opens": at("2026-09-01T00:00"), "closes": at("2026-09-02T00:00")}}, "closed"),
            ({"published": False, "moments": {}}, "no such"),
        ):
            self.change(**fields)
            self.at_the_door(self.linked_item, 404 if "published" in fields else 403, words)
            late = browser.get(f"{self.tool.authorize_at}?{urlencode(self.tool.question(begun))}")
            self.assertNotIn("id_token", late.content.decode())

    def change(self, **fields: object) -> None:
        Item.objects.filter(pk=self.linked_item.pk).update(**fields)

    def test_who_is_in_no_course_finds_nothing(self) -> None:
        stranger = self.browser("sunniva.hallgrim")
        self.assertEqual(self.begun(stranger).status_code, 404)
        self.assertEqual(self.begun(self.outside).status_code, 302)

    def test_a_system_that_is_off_opens_nothing_and_answers_nothing(self) -> None:
        begun = self.begun(self.browser())["Location"]
        self.system.off = True
        self.system.save()
        self.at_the_door(self.linked_item, 403, "switched off")
        late = self.browser().get(f"{self.tool.authorize_at}?{urlencode(self.tool.question(begun))}")
        self.assertEqual(late.status_code, 400)


class OtherSection(Linked):
    def setUp(self) -> None:
        super().setUp()
        self.arrive()
        self.row = KnownIn.objects.get(known__person__username=KEEPS_UP)
        self.other = Section.objects.filter(course=self.course).exclude(pk=self.row.section_id).get()

    def test_who_is_known_there_in_another_section_is_stopped_in_a_sentence(self) -> None:
        self.row.theirs = self.other
        self.row.save()
        answer = self.begun(self.browser())
        self.assertEqual(answer.status_code, 409)
        self.assertIn(f"has you in {self.other.name}", answer.content.decode())

    def test_who_is_moved_here_is_moved_there(self) -> None:
        self.row.theirs = self.row.section
        self.row.save()
        Enrolment.objects.filter(course=self.course, person__username=KEEPS_UP).update(section=self.other)
        claims = self.arrive()
        self.assertIn(self.other.name, claims[LTI + "context"]["title"])
        self.row.refresh_from_db()
        self.assertEqual((self.row.section, self.row.theirs), (self.other, None))
