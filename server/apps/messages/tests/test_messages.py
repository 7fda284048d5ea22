"""Messages: each recipient sees only themselves, who may write to whom, what is read, sent once on a bad line."""

from __future__ import annotations

from typing import Any

from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import connection
from django.test.utils import CaptureQueriesContext
from tests.base import ASSISTANT, BEHIND, INSTRUCTOR, KEEPS_UP, Caller, DemoCase
from tests.files import PNG

from apps.courses.models import Enrolment, Group, GroupMember
from apps.messages.models import Message, Thread
from apps.notices.models import Notice

AT = "/courses/srv-110/messages"
HELLO = "<p>The level of the second set is out again.</p>"


class Writing(DemoCase):
    def setUp(self) -> None:
        self.teacher, self.ros, self.cas = Caller(INSTRUCTOR), Caller(KEEPS_UP), Caller(BEHIND)
        self.assistant = Caller(ASSISTANT)
        Notice.objects.all().delete()
        GroupMember.objects.filter(group__course=self.course).delete()
        Thread.objects.all().delete()

    def write(self, who: Caller, people: list[int] | None = None, html: str = HELLO, **headers: Any) -> Any:
        return who.send("POST", AT, {"people": people or [], "html": html}, **headers)

    def threads(self, who: Caller, query: str = "") -> list[dict[str, Any]]:
        return list(who.get(AT + query).json()["threads"])

    def said(self, who: Caller, thread: int) -> list[tuple[str, bool]]:
        return [(m["sender"], m["mine"]) for m in who.get(f"{AT}/{thread}").json()["messages"]]

    def told(self, who: Caller) -> list[str]:
        return [n["address"] for n in who.get("/notices").json()["notices"] if n["kind"] == "message"]

    def test_a_student_and_the_team_write_to_each_other(self) -> None:
        pk = self.write(self.ros).json()["thread"]
        shown = next(t for t in self.threads(self.teacher) if t["id"] == pk)
        self.assertEqual((shown["title"], shown["unread"], shown["mine"]), (self.ros.person.name, True, False))
        self.assertEqual(self.threads(self.ros)[0]["title"], "")
        answered = self.teacher.send("POST", f"{AT}/{pk}", {"html": "<p>Take the first set.</p>"})
        self.assertEqual(answered.status_code, 200, answered.content[:300])
        self.assertEqual(self.said(self.ros, pk), [(self.ros.person.name, True), (self.teacher.person.name, False)])
        self.assertEqual((self.told(self.teacher), self.told(self.ros)), ([f"/c/srv-110/talk/messages/{pk}"],) * 2)

    def test_each_of_many_sees_only_themselves(self) -> None:
        sent = self.write(self.teacher, [self.ros.person.pk, self.cas.person.pk]).json()
        self.assertEqual((sent["thread"], sent["threads"]), (None, 2))
        [mine], [his] = self.threads(self.ros), self.threads(self.cas)
        self.assertNotEqual(mine["id"], his["id"])
        self.assertEqual(self.cas.get(f"{AT}/{mine['id']}").status_code, 404)
        self.assertNotIn(self.cas.person.name, self.ros.get(AT).content.decode().split('"threads"')[1])
        self.assertEqual(len(self.told(self.ros)), 1)

    def test_what_is_written_to_somebody_later_goes_on_in_their_thread(self) -> None:
        pk = self.write(self.ros).json()["thread"]
        self.assertEqual(self.write(self.teacher, [self.ros.person.pk]).json()["thread"], pk)
        self.assertEqual(len(self.said(self.ros, pk)), 2)

    def test_students_write_to_classmates_as_the_course_has_it(self) -> None:
        to = [self.cas.person.pk]
        self.assertEqual(self.write(self.ros, to).status_code, 403)
        group = Group.objects.create(course=self.course, name="Loop party")
        for person in (self.ros.person, self.cas.person):
            GroupMember.objects.create(group=group, person=person)
        pk = self.write(self.ros, to).json()["thread"]
        self.assertEqual(self.threads(self.cas)[0]["title"], self.ros.person.name)
        self.assertNotIn(pk, [t["id"] for t in self.threads(self.teacher)])
        self.assertEqual(self.teacher.get(f"{AT}/{pk}").status_code, 404)
        self.teacher.send("PUT", f"{AT}/rule", {"classmates": "nobody"})
        self.assertEqual(self.write(self.ros, to).status_code, 403)
        self.assertEqual(self.cas.send("POST", f"{AT}/{pk}", {"html": HELLO}).status_code, 403)
        GroupMember.objects.filter(group=group).delete()
        self.teacher.send("PUT", f"{AT}/rule", {"classmates": "class"})
        self.assertEqual(self.write(self.ros, to).status_code, 200)
        self.assertEqual(self.ros.send("PUT", f"{AT}/rule", {"classmates": "class"}).status_code, 403)

    def test_an_assistant_is_of_the_team_of_their_sections_only(self) -> None:
        mine = Enrolment.objects.filter(course=self.course, person=self.assistant.person).values("section_id")
        others = Enrolment.objects.filter(course=self.course, role="student").exclude(section_id__in=mine)
        other = Caller(others.select_related("person")[0].person.username)
        pk = self.write(other).json()["thread"]
        self.assertEqual(self.assistant.get(f"{AT}/{pk}").status_code, 404)
        self.assertEqual(self.write(self.assistant, [other.person.pk]).status_code, 403)
        self.assertEqual(self.told(self.assistant), [])
        self.assertEqual(self.write(self.assistant, [self.teacher.person.pk]).status_code, 200)

    def test_what_is_read_only_grows_and_the_other_side_sees_it(self) -> None:
        pk = self.write(self.ros).json()["thread"]
        first = Message.objects.get(thread_id=pk).pk
        self.write(self.ros)
        second = Message.objects.filter(thread_id=pk).latest("pk").pk
        for upto in (second, first):
            self.teacher.send("PUT", f"{AT}/{pk}/read", {"upto": upto})
        self.assertFalse(self.threads(self.teacher)[0]["unread"])
        self.assertEqual(self.ros.get(f"{AT}/{pk}").json()["read_by_other"], second)
        self.assertEqual(self.teacher.get(f"{AT}/{pk}").json()["read_by_other"], 0)

    def test_sent_again_on_a_bad_line_it_arrives_once(self) -> None:
        one = self.write(self.ros, key="a-key-of-this-wish")
        two = self.write(self.ros, key="a-key-of-this-wish")
        self.assertEqual(one.json(), two.json())
        self.assertEqual(Message.objects.filter(sender=self.ros.person).count(), 1)

    def test_words_are_found_in_own_threads_only(self) -> None:
        self.write(self.ros)
        self.assertEqual(len(self.threads(self.ros, "?q=levels")), 1)
        self.assertEqual(self.threads(self.ros, "?q=theodolite"), [])
        self.assertEqual(self.threads(self.cas, "?q=levels"), [])

    def test_as_many_reads_for_many_as_for_few(self) -> None:
        def reads(who: Caller) -> int:
            with CaptureQueriesContext(
                connection,
            ) as seen:
                who.get(AT)
            return len(seen)

        self.write(self.ros)
        reads(self.teacher)
        few = reads(self.teacher)
        rows = Enrolment.objects.filter(course=self.course, role="student").values_list("person_id", flat=True)
        self.write(self.teacher, list(rows))
        self.assertEqual(reads(self.teacher), few)
        self.assertEqual(Thread.objects.filter(course=self.course, other=None).count(), len(rows))
        self.assertLessEqual(few, 12)

    def test_a_group_is_written_to_by_its_name_by_who_teaches_and_by_who_is_in_it(self) -> None:
        ros, cas = self.ros.person, self.cas.person
        group = Group.objects.create(course=self.course, name="Crew 1")
        other = Group.objects.create(course=self.course, name="Crew 2")
        GroupMember.objects.bulk_create(GroupMember(group=group, person=p) for p in (ros, cas))
        GroupMember.objects.create(group=other, person=cas)
        groups = lambda who: {g["name"]: g["people"] for g in who.get(AT).json()["groups"]}  # noqa: E731
        self.assertEqual(groups(self.ros), {"Crew 1": [cas.pk]})
        self.assertEqual({n: sorted(p) for n, p in groups(self.teacher).items()}["Crew 1"], sorted([ros.pk, cas.pk]))
        self.teacher.send("PUT", f"{AT}/rule", {"classmates": "nobody"})
        self.assertEqual(groups(self.ros), {})

    def test_a_picture_is_seen_by_both_sides_of_the_thread_and_nobody_else(self) -> None:
        found = self.ros.send("POST", f"{AT}/files", file=SimpleUploadedFile("rod.png", PNG, "image/png"))
        self.assertEqual(found.status_code, 200, found.content[:300])
        address = found.json()["file"]["address"]
        seen = lambda who: who.client.get(address).status_code  # noqa: E731
        self.assertEqual((seen(self.ros), seen(self.teacher), seen(self.cas)), (200, 404, 404))
        self.write(self.ros, html=f'<p>The rod.</p><img src="{address}" alt="The rod">')
        self.assertEqual((seen(self.ros), seen(self.teacher), seen(self.cas)), (200, 200, 404))
