"""What stands open without a screen, what answers tell strangers, and what stays on a shared device."""

from __future__ import annotations

from typing import Any

from apps.kernel.models import StoredFile
from apps.layout.models import Item, ItemFile, ItemText
from apps.library.models import ErrorReport
from apps.people.demo import DEMO_PASSWORD
from django.contrib.staticfiles.finders import get_finders
from django.core.cache import cache
from django.test import Client, override_settings
from django.urls import URLPattern, URLResolver, get_resolver

from tests.base import ASSISTANT, INSTRUCTOR, KEEPS_UP, Caller, DemoCase
from tests.cases import COURSE, READING, Content
from tests.files import PDF

SIGN_IN = "/_allauth/browser/v1/"


def addresses(found: URLResolver, before: str = "") -> list[str]:
    here = before + str(found.pattern)
    return [
        a for p in found.url_patterns for a in (addresses(p, here) if isinstance(p, URLResolver) else [_of(p, here)])
    ]


def _of(pattern: URLPattern, before: str) -> str:
    return before + str(pattern.pattern)


class SignIn(DemoCase):
    def test_signing_in_and_passwords_are_all_that_is_open_of_accounts(self) -> None:
        told = [a for a in addresses(get_resolver()) if a.startswith("^/_allauth")]
        parts = ("login", "password/change", "password/request", "password/reset", "session", "sessions")
        self.assertEqual(sorted(told), [f"^/_allauth/browser/v1/auth/{part}" for part in parts])

    def test_an_address_of_mail_is_changed_by_nobody_who_is_signed_in(self) -> None:
        """Nor by the signed out; a word of the person's own is asked for nowhere, because nothing is there."""
        mine, theirs = Caller(KEEPS_UP), Caller(INSTRUCTOR).person.email
        before = mine.person.email
        for who in (mine.client, Caller(None).client):
            for path in ("account/email", "account/password/change", "auth/signup"):
                for method in (who.post, who.put, who.get):
                    told = method(SIGN_IN + path, {"email": theirs}, content_type="application/json")
                    self.assertEqual(told.status_code, 404, path)
        mine.person.refresh_from_db()
        self.assertEqual(mine.person.email, before)

    def test_who_guesses_locks_nobody_out_of_their_own(self) -> None:
        cache.clear()
        person = Caller(KEEPS_UP).person
        for n in range(5):
            who = {"username": person.username} if n % 2 else {"email": person.email}
            self.assertEqual(self.sign_in(who, "guessed", "192.0.2.7").status_code, 400)
        # By name or by address, from where it was guessed even the right word waits.
        told = self.sign_in({"username": person.username}, DEMO_PASSWORD, "192.0.2.7")
        self.assertIn("Too many", told.content.decode())
        self.assertEqual(self.sign_in({"email": person.email}, DEMO_PASSWORD, "198.51.100.9").status_code, 200)

    def test_right_words_take_nothing_from_those_behind_the_same_address(self) -> None:
        cache.clear()
        person = Caller(KEEPS_UP).person
        for _ in range(40):
            self.assertEqual(self.sign_in({"username": person.username}, DEMO_PASSWORD, "192.0.2.7").status_code, 200)

    def sign_in(self, who: dict[str, str], password: str, address: str) -> Any:
        body = {**who, "password": password}
        return Client().post(SIGN_IN + "auth/login", body, content_type="application/json", REMOTE_ADDR=address)

    def test_the_description_of_the_api_is_no_page(self) -> None:
        for who in (Caller(None), Caller(INSTRUCTOR)):
            self.assertEqual(who.client.get("/api/openapi.json").status_code, 404)
        folders = {path.partition("/")[0] for finder in get_finders() for path, _ in finder.list([])}
        self.assertIn("assets", folders)
        self.assertNotIn("ninja", folders, "what would show it is not handed out either")


class Strangers(DemoCase):
    def test_a_course_that_is_there_answers_as_one_that_is_not(self) -> None:
        stranger = Caller(KEEPS_UP)
        self.course.enrolments.filter(person=stranger.person).delete()
        for rest in ("/ribbon", "/weeks/7", "/gradebook", "/items/1"):
            there, not_there = stranger.get(COURSE + rest), stranger.get("/courses/no-such-course" + rest)
            self.assertEqual((there.status_code, there.content), (404, not_there.content), rest)

    def test_what_is_personal_is_stored_nowhere(self) -> None:
        student = Caller(KEEPS_UP)
        for path in ("/today", f"{COURSE}/standing", f"{COURSE}/print/guide"):
            self.assertEqual(student.get(path)["Cache-Control"], "private, no-store", path)


class Editions(Content):
    def test_a_student_compares_only_what_they_were_shown(self) -> None:
        item = self.made("page", "Begun as a draft")
        path = f"{COURSE}/items/{item.pk}"
        for html in ("<p>The answer is 42.</p>", "<p>Find the answer.</p>"):
            self.teacher.send("PUT", path + "/text", {"html": html})
        self.teacher.send("PATCH", path, {"published": True})
        self.assertEqual(self.student.get(path).status_code, 200)
        for asked in ("since=1&until=1", "since=1", "since=1&until=2"):
            self.refused(self.student.get(f"{path}/changes?{asked}"), 404, "request.not_found")
        self.assertEqual(self.student.send("POST", path + "/opened").status_code, 200)
        with override_settings(FIXED_CLOCK="2026-10-07T11:00:00-05:00"):
            self.teacher.send("PUT", path + "/text", {"html": "<p>Find the answer to two places.</p>"})
        self.assertEqual(ItemText.objects.filter(item=item).count(), 3)
        self.refused(self.student.get(f"{path}/changes?since=1"), 404, "request.not_found")
        told = self.student.get(f"{path}/changes?since=2").json()
        self.assertIn("to two places", told["html"])
        self.assertEqual(self.teacher.get(f"{path}/changes?since=1&until=2").status_code, 200)


class RemovedFiles(Content):
    def test_a_file_that_was_taken_out_is_neither_read_nor_found(self) -> None:
        item = self.item(READING)
        self.put(item, "resources", "solutions.pdf", PDF)
        kept = ItemFile.objects.get(item=item, file__name="solutions.pdf")
        address = f"/files/{kept.file.key}/{kept.file.name}"
        self.assertEqual(self.student.client.get(address).status_code, 200)
        self.teacher.send("DELETE", f"{COURSE}/items/{item.pk}/files/{kept.pk}")
        self.assertEqual(self.student.client.get(address).status_code, 404)
        self.assertEqual(self.teacher.client.get(address).status_code, 200)

    def test_search_forgets_it_too(self) -> None:
        from apps.layout.jobs import read_files_of
        from procrastinate.contrib.django.models import ProcrastinateJob

        item = self.item(READING)
        self.put(item, "resources", "quokka.pdf", PDF)
        read_files_of(item.pk)
        self.assertTrue(self.student.get(f"{COURSE}/search?q=quokka").json()["hits"])
        kept = ItemFile.objects.get(item=item, file__name="quokka.pdf")
        before = ProcrastinateJob.objects.count()
        self.teacher.send("DELETE", f"{COURSE}/items/{item.pk}/files/{kept.pk}")
        job = ProcrastinateJob.objects.latest("pk")
        self.assertEqual((ProcrastinateJob.objects.count(), job.task_name), (before + 1, "layout.read_files"))
        read_files_of(**job.args)
        self.assertEqual(self.student.get(f"{COURSE}/search?q=quokka").json()["hits"], [])

    def test_a_browser_asks_again_before_it_shows_a_kept_file(self) -> None:
        item = self.item(READING)
        self.put(item, "resources", "handout.pdf", PDF)
        kept = ItemFile.objects.get(item=item, file__name="handout.pdf")
        address = f"/files/{kept.file.key}/{kept.file.name}"
        first = self.student.client.get(address)
        self.assertEqual(first["Cache-Control"], "private, no-cache")
        again = self.student.client.get(address, headers={"If-None-Match": first["ETag"]})
        self.assertEqual(again.status_code, 304)
        self.teacher.send("DELETE", f"{COURSE}/items/{item.pk}/files/{kept.pk}")
        gone = self.student.client.get(address, headers={"If-None-Match": first["ETag"]})
        self.assertEqual(gone.status_code, 404)
        self.assertTrue(StoredFile.objects.filter(pk=kept.file_id).exists())


class Reports(DemoCase):
    def test_an_assistant_reads_and_settles_those_of_their_sections(self) -> None:
        assistant, teacher = Caller(ASSISTANT), Caller(INSTRUCTOR)
        reach = self.course.enrolments.get(person=assistant.person).section_id
        mine = self.course.enrolments.filter(role="student", section_id=reach).first()
        other = self.course.enrolments.filter(role="student").exclude(section_id=reach).first()
        assert mine is not None and other is not None
        ErrorReport.objects.all().delete()
        made = {}
        for enrolment in (mine, other):
            caller = Caller(enrolment.person.username)
            made[enrolment.pk] = caller.send("POST", f"{COURSE}/error-reports", {"text": "Here."}).json()["id"]
        for caller, seen in ((assistant, [made[mine.pk]]), (teacher, [made[mine.pk], made[other.pk]])):
            shelf = [r["id"] for r in caller.get(f"{COURSE}/library").json()["reports"]]
            self.assertEqual(sorted(shelf), sorted(seen))
            desk = [r for r in caller.get("/desk").json()["rows"] if r["kind"] == "report"]
            self.assertEqual(len(desk), len(seen))
        settle = f"{COURSE}/error-reports/{made[other.pk]}"
        self.refused(assistant.send("PUT", settle, {"settled": True}), 404, "request.not_found")
        self.assertEqual(teacher.send("PUT", settle, {"settled": True}).status_code, 200)


class Reading(DemoCase):
    def test_looking_at_hand_ins_writes_nothing(self) -> None:
        from apps.gradebook.models import GradedItem

        item = Item.objects.filter(course=self.course, kind="assignment", removed=False).first()
        assert item is not None
        GradedItem.objects.filter(item=item).delete()
        told = Caller(INSTRUCTOR).get(f"{COURSE}/items/{item.pk}/hand-ins")
        self.assertEqual(told.status_code, 200, told.content)
        self.assertFalse(GradedItem.objects.filter(item=item).exists())
