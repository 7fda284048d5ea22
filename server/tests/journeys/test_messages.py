"""Messages in the browser: a student and the team, a lost line, many at once."""

from __future__ import annotations

from apps.courses.models import GroupMember
from apps.layout.models import Item
from apps.messages.models import Message
from playwright.sync_api import Page, expect

from tests.base import BEHIND, INSTRUCTOR, KEEPS_UP
from tests.journeys.browser import Journey

WORDS = "The level of the second set is out again."
ANSWER = "Take the first set until Friday."


class Messages(Journey):
    def write(self, page: Page, text: str) -> None:
        page.get_by_role("textbox", name="Your message").click()
        page.keyboard.type(text)

    def test_a_student_and_the_team_write_to_each_other(self) -> None:
        page = self.page(BEHIND, "/c/srv-110/talk/messages")
        page.get_by_role("button", name="Write a message").click()
        self.write(page, WORDS)
        self.clean_by_axe(page)
        page.get_by_role("button", name="Send", exact=True).click()
        expect(page.get_by_role("region", name="Those who teach the course")).to_contain_text(WORDS)
        teacher = self.page(INSTRUCTOR, "/c/srv-110/talk/messages")
        teacher.get_by_role("navigation", name="Threads").get_by_role("link", name="Caspian Holt").click()
        self.write(teacher, ANSWER)
        teacher.get_by_role("button", name="Send", exact=True).click()
        expect(teacher.get_by_role("listitem").filter(has_text=ANSWER)).to_be_visible()
        self.clean_by_axe(teacher)
        page.reload()
        expect(page.get_by_text(ANSWER).last).to_be_visible()
        expect(page.get_by_role("listitem").filter(has_text=WORDS).last).to_contain_text("read")

    def test_what_is_begun_is_there_again_with_whom_it_is_for(self) -> None:
        page = self.page(INSTRUCTOR, "/c/srv-110/talk/messages")
        page.get_by_role("button", name="Write a message").click()
        to = page.get_by_role("combobox", name="Add a name")
        to.fill("Caspian")
        page.get_by_role("option", name="Caspian Holt").click()
        self.write(page, WORDS)
        page.reload()
        page.get_by_role("button", name="Write a message").click()
        expect(page.get_by_role("textbox", name="Your message")).to_have_text(WORDS)
        expect(page.get_by_role("button", name="Not to Caspian Holt")).to_be_visible()
        page.get_by_role("button", name="Send", exact=True).click()
        expect(page.get_by_role("region", name="Caspian Holt")).to_contain_text(WORDS)
        self.assertEqual(Message.objects.get(text=WORDS).thread.one.username, BEHIND)

    def test_on_a_lost_line_it_waits_in_the_browser_and_arrives_once(self) -> None:
        page = self.page(KEEPS_UP, "/c/srv-110/talk/messages")
        page.get_by_role("button", name="Write a message").click()
        self.write(page, WORDS)
        page.context.set_offline(True)
        page.get_by_role("button", name="Send", exact=True).click()
        expect(page.get_by_text("it waits in this browser").first).to_be_visible()
        self.assertFalse(Message.objects.filter(text=WORDS))
        page.context.set_offline(False)
        expect(page.get_by_role("navigation", name="Threads").get_by_text(WORDS)).to_be_visible()
        expect(page.get_by_text("it waits in this browser")).to_have_count(0)
        self.assertEqual(Message.objects.filter(text=WORDS).count(), 1)

    def test_what_waits_is_sent_from_whatever_screen_its_writer_is_on(self) -> None:
        page = self.page(KEEPS_UP, "/c/srv-110/talk/messages")
        page.get_by_role("button", name="Write a message").click()
        self.write(page, WORDS)
        page.context.set_offline(True)
        page.get_by_role("button", name="Send", exact=True).click()
        expect(page.get_by_text("it waits in this browser").first).to_be_visible()
        page.get_by_role("link", name="Standing").first.click()
        page.context.set_offline(False)
        self.eventually(page, lambda: Message.objects.filter(text=WORDS).exists())
        self.assertEqual(Message.objects.filter(text=WORDS).count(), 1)

    def test_those_whom_a_filter_of_the_roster_leaves_are_written_to_each_for_themselves(self) -> None:
        page = self.page(INSTRUCTOR, "/c/srv-110/roster")
        page.get_by_label("Find").fill("Caspian")
        item = Item.objects.get(title="Four corrections to a taped length")
        page.get_by_label("Overdue and not there").select_option(str(item.pk))
        about = f"without \u2018{item.title}\u2019"
        page.get_by_role("button", name="Write to this one").click()
        expect(page.get_by_text(about)).to_be_visible()
        self.write(page, WORDS)
        self.clean_by_axe(page)
        page.get_by_role("button", name="Send", exact=True).click()
        expect(page.get_by_text("Sent.")).to_be_visible()
        made = Message.objects.get(text=WORDS)
        self.assertEqual((made.thread.one.username, made.context), (BEHIND, about))

    def test_a_group_is_written_to_by_its_name(self) -> None:
        group = GroupMember.objects.filter(group__course__slug="srv-110").first()
        assert group is not None
        people = set(group.group.members.values_list("person_id", flat=True))
        page = self.page(INSTRUCTOR, "/c/srv-110/talk/messages")
        page.get_by_role("button", name="Write a message").click()
        page.get_by_role("combobox", name="Add a name or a group").fill(group.group.name)
        page.get_by_role("option", name=group.group.name).click()
        self.write(page, WORDS)
        page.get_by_role("button", name="Send", exact=True).click()
        expect(page.get_by_role("dialog")).to_have_count(0)
        self.assertEqual(set(Message.objects.filter(text=WORDS).values_list("thread__one_id", flat=True)), people)
