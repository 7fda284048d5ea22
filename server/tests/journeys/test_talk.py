"""Discussions in the browser: one's part filled by posts and replies, pictures, formulas, a lost line, keys, a phone."""

from __future__ import annotations

import base64
import re

from apps.courses.models import Enrolment
from apps.layout.models import Item
from apps.path.models import Fact
from apps.people.models import Person
from apps.talk.models import Post
from playwright.sync_api import Page, expect

from tests.base import BEHIND, INSTRUCTOR, KEEPS_UP
from tests.files import PNG
from tests.journeys.browser import Journey

TITLE = "Where did the error go?"
PASTE = """async ([name, bytes]) => {
    const file = new File([Uint8Array.from(atob(bytes), (c) => c.charCodeAt(0))], name, { type: "image/png" });
    const data = new DataTransfer();
    data.items.add(file);
    document.activeElement.dispatchEvent(
        new ClipboardEvent("paste", { clipboardData: data, bubbles: true, cancelable: true }));
}"""
SENTENCE = "We measured the leg DE again and found the two digits that had changed places in the book. "


def address() -> str:
    return f"/c/srv-110/item/{Item.objects.get(title=TITLE).pk}"


class Talking(Journey):
    def write(self, page: Page, name: str, text: str) -> None:
        page.get_by_role("textbox", name=name).click()
        page.keyboard.type(text)

    def test_a_part_is_filled_by_a_post_and_replies_and_opens_what_waits_for_it(self) -> None:
        talk, check = Item.objects.get(title=TITLE), Item.objects.get(title="Check 7: traverse computation")
        check.conditions = {"join": "all", "of": [{"on": "done", "items": [talk.pk], "of": None}]}
        check.save()
        page = self.page(BEHIND, address())
        expect(page.get_by_text("You see the posts of others once you have written your own.")).to_be_visible()
        expect(page.get_by_role("article")).to_have_count(0)
        self.clean_by_axe(page)
        page.get_by_role("button", name="Write a post").click()
        self.write(page, "Write a post", SENTENCE * 4)
        page.get_by_role("toolbar").get_by_role("button", name="Formula", exact=True).click()
        page.get_by_role("dialog").get_by_role("textbox").fill(r"\cos 12^\circ")
        page.get_by_role("button", name="Insert").click()
        page.evaluate(PASTE, ["loop.png", base64.b64encode(PNG).decode()])
        page.get_by_role("dialog").get_by_role("textbox").fill("The loop with DE drawn bold")
        page.get_by_role("button", name="Insert").click()
        expect(page.get_by_role("img", name="The loop with DE drawn bold")).to_be_visible()
        page.get_by_role("button", name="Post it").click()
        own = page.get_by_role("article", name="Post by You")
        expect(own.get_by_text("counts as a post")).to_be_visible()
        expect(own.locator(".katex").first).to_be_visible()
        expect(own.get_by_role("img", name="The loop with DE drawn bold")).to_be_visible()
        others = page.get_by_role("article").filter(has_not=page.get_by_text("counts as a post"))
        expect(others.first).to_be_visible()
        for left in ("1 reply to go", "Your part is there"):
            page.get_by_role("button", name="Answer one that waits").click()
            self.write(page, "Reply", "Which of the two readings did you keep, and why that one?")
            page.get_by_role("button", name="Post the reply").click()
            expect(page.get_by_text(left).filter(visible=True).first).to_be_visible()
        self.clean_by_axe(page)
        self.assertTrue(Fact.objects.filter(item=talk, person__username=BEHIND, kind="posted").exists())
        page.get_by_role("link", name=re.compile("^Next: Check 7")).click()
        expect(page.get_by_role("heading", name="Check 7: traverse computation")).to_be_visible()
        expect(page.get_by_role("button", name="Hand in")).to_have_count(0)
        expect(page.get_by_role("button", name="Begin")).to_be_visible()

    def test_a_lost_line_keeps_what_is_written_and_says_that_it_was_not_posted(self) -> None:
        page = self.page(BEHIND, address())
        page.get_by_role("button", name="Write a post").click()
        self.write(page, "Write a post", "Begun. ")
        expect(page.get_by_text("Draft kept")).to_be_visible()
        page.context.set_offline(True)
        self.write(page, "Write a post", SENTENCE * 4)
        expect(page.get_by_text("it is kept on this device")).to_be_visible()
        page.get_by_role("button", name="Post it").click()
        expect(page.get_by_role("alert").filter(has_text="Your text is kept.")).to_be_visible(timeout=20_000)
        page.context.set_offline(False)
        page.get_by_role("button", name="Post it").click()
        expect(page.get_by_role("article", name="Post by You")).to_be_visible()
        self.assertEqual(Post.objects.filter(author__username=BEHIND, item__title=TITLE).count(), 1)

    def test_a_draft_is_there_again_after_a_reload(self) -> None:
        page = self.page(BEHIND, address())
        page.get_by_role("button", name="Write a post").click()
        self.write(page, "Write a post", "Half a thought.")
        expect(page.get_by_text("Draft kept")).to_be_visible()
        page.reload()
        page.get_by_role("button", name="Go on with your post").click()
        expect(page.get_by_role("textbox", name="Write a post")).to_contain_text("Half a thought.")

    def test_sound_and_picture_are_recorded_played_back_and_posted(self) -> None:
        page = self.page(BEHIND, address())
        page.get_by_role("button", name="Write a post").click()
        self.write(page, "Write a post", SENTENCE * 4)
        for sort, begin in (("audio", "Record sound"), ("video", "Record video")):
            page.get_by_role("toolbar").get_by_role("button", name="Record", exact=True).click()
            dialog = page.get_by_role("dialog")
            dialog.get_by_role("button", name=begin).click()
            expect(dialog.get_by_role("status")).to_contain_text("0:02")
            dialog.get_by_role("button", name="Stop").click()
            expect(dialog.locator(f"{sort}[controls]")).to_be_visible()
            self.until(
                page,
                f"document.querySelector('dialog {sort}[controls], [role=dialog] {sort}[controls]').readyState > 0",
            )
            dialog.get_by_role("button", name="Take this one").click()
            expect(page.locator(".ProseMirror :is(audio, video)")).to_have_count(1 if sort == "audio" else 2)
        page.locator(".ProseMirror video").click(position={"x": 60, "y": 60})
        page.keyboard.type("Seen once more.")
        expect(page.locator(".ProseMirror :is(audio, video)")).to_have_count(2)
        expect(page.get_by_role("textbox", name="Write a post")).to_contain_text("Seen once more.")
        page.get_by_role("button", name="Post it").click()
        own = page.get_by_role("article", name="Post by You")
        for sort in ("audio", "video"):
            player = own.locator(f"{sort}[controls]")
            expect(player).to_be_visible()
            self.until(page, f"document.querySelector('article {sort}[controls]').readyState > 0")
        self.clean_by_axe(page)

    def test_by_keys_alone_from_post_to_post_to_a_reply(self) -> None:
        page = self.page(KEEPS_UP, address())
        expect(page.get_by_role("article").first).to_be_visible()
        page.keyboard.press("j")
        page.keyboard.press("j")
        expect(page.locator("[data-post]").nth(1)).to_be_focused()
        page.keyboard.press("r")
        expect(page.get_by_role("textbox", name="Reply")).to_be_focused()
        page.keyboard.type("Was the pin upright when you read it?")
        page.keyboard.press("Tab")
        page.keyboard.press("Enter")
        expect(page.get_by_role("article").filter(has_text="Was the pin upright when you read it?")).to_be_focused()

    def test_a_teacher_hides_a_post_with_a_reason_and_its_writer_reads_it(self) -> None:
        page = self.page(INSTRUCTOR, address())
        student = Person.objects.get(username=KEEPS_UP)
        post = Post.objects.get(author=student, item__title=TITLE, answers=None)
        self.go(page, f"{address()}?post={post.pk}#post-{post.pk}")
        card = page.locator(f"#post-{post.pk}")
        expect(card).to_be_focused()
        card.get_by_role("button", name=re.compile("More about")).click()
        page.get_by_role("menuitem", name="Hide it").click()
        page.get_by_label("The reason").fill("It names somebody who is not here.")
        page.get_by_role("button", name="Hide it").click()
        expect(card.get_by_text("A teacher hid this.")).to_be_visible()
        theirs = self.page(KEEPS_UP, address())
        expect(theirs.get_by_text("It names somebody who is not here.")).to_be_visible()
        expect(theirs.get_by_text("1 post to go").filter(visible=True).first).to_be_visible()

    def test_scores_are_taken_as_proposed(self) -> None:
        Item.objects.filter(title=TITLE).update(moments={"due": {"on": "absolute", "wall": "2026-10-06T23:59"}})
        page = self.page(INSTRUCTOR, "/desk")
        row = page.get_by_role("listitem").filter(has_text=TITLE)
        row.get_by_role("link", name=re.compile("^Grade")).click()
        page.get_by_role("button", name=re.compile("^Give all")).click()
        expect(page.get_by_text("released").first).to_be_visible()
        expect(page.get_by_role("button", name=re.compile("^Give all"))).to_have_count(0)
        self.clean_by_axe(page)

    def test_on_a_phone_it_fits_and_is_written_in(self) -> None:
        page = self.page(KEEPS_UP, address(), viewport={"width": 390, "height": 844})
        expect(page.get_by_role("article").first).to_be_visible()
        self.assertLessEqual(self.width(page), 390)
        page.get_by_role("article").first.get_by_role("button", name="Reply").click()
        expect(page.get_by_role("textbox", name="Reply")).to_be_visible()
        self.assertLessEqual(self.width(page), 390)
        self.assertTrue(Enrolment.objects.filter(person__username=KEEPS_UP).exists())
