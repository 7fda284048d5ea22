"""The path in the browser: content, conditions, library, search, the walk-through."""

from __future__ import annotations

import re

from apps.layout.models import Item, ItemText
from apps.live.models import Absence
from apps.path.models import Fact
from playwright.sync_api import expect

from tests.base import ASSISTANT, BEHIND, INSTRUCTOR, KEEPS_UP
from tests.files import PNG
from tests.journeys.browser import Journey

READING, CHECK = "Latitudes and departures", "Check 8: traverse adjustment"


def pk(title: str) -> int:
    return Item.objects.get(title=title, removed=False).pk


class Student(Journey):
    def test_a_video_with_its_transcript_and_slides_are_shown_in_the_page(self) -> None:
        page = self.page(BEHIND, f"/c/srv-110/item/{pk('Latitudes and departures, leg by leg')}")
        expect(page.get_by_text("Now compute one yourself")).to_be_visible()
        self.clean_by_axe(page)
        page.get_by_role("button", name=re.compile("^0:07")).click()
        self.until(page, "document.querySelector('video').currentTime > 9")
        page.evaluate("document.querySelector('video').pause()")
        expect(page.get_by_text(re.compile("^[1-9][0-9]* % watched"))).to_be_visible()
        teacher = self.page(INSTRUCTOR, f"/c/srv-110/item/{pk('The compass rule, step by step')}")
        expect(teacher.get_by_text("1 of 5")).to_be_visible()
        teacher.get_by_role("button", name="Next page").click()
        expect(teacher.get_by_text("2 of 5")).to_be_visible()
        self.clean_by_axe(teacher)

    def test_the_library_a_reported_error_and_search(self) -> None:
        page = self.page(KEEPS_UP, "/c/srv-110/library/syllabus")
        for part in ("People", "Tools and equipment", "Errata", "How this course works", "Syllabus"):
            page.get_by_role("link", name=part, exact=True).click()
            expect(page.get_by_role("link", name=part, exact=True)).to_have_attribute("aria-current", "page")
            page.wait_for_load_state("networkidle")
            self.clean_by_axe(page)
        page.get_by_role("link", name="Errata", exact=True).click()
        page.get_by_role("button", name="Report an error").click()
        page.get_by_label("What is wrong, and where?").fill("Section 2 lacks its figure")
        page.get_by_role("button", name="Send").click()
        expect(page.get_by_text("The teachers of this course see it.")).to_be_visible()
        page.keyboard.press("/")
        page.keyboard.type("misclosure")
        page.keyboard.press("Enter")
        expect(page.get_by_role("heading", name="Found for “misclosure”")).to_be_visible()
        expect(page.locator("mark").first).to_be_visible()
        self.clean_by_axe(page)
        page.get_by_label("Search in this course").first.press("ArrowDown")
        page.keyboard.press("Enter")
        page.wait_for_url("**/item/*")
        teacher = self.page(INSTRUCTOR, "/c/srv-110/library/errata")
        expect(teacher.get_by_text("Section 2 lacks its figure")).to_be_visible()

    def test_a_missed_class_shows_what_was_on_it_and_tells_the_teachers(self) -> None:
        page = self.page(KEEPS_UP, "/c/srv-110/week/7", viewport={"width": 390, "height": 844})
        page.get_by_role("link", name=re.compile("class 13 on")).click()
        expect(page.get_by_role("heading", name="Class 13, Mon 5 Oct, 13:00")).to_be_visible()
        page.get_by_label("Why? Your teachers read it.").fill("The bus did not come")
        page.get_by_role("button", name="I missed this class").click()
        expect(page.get_by_text("Not read yet.")).to_be_visible()
        self.clean_by_axe(page)
        self.assertLessEqual(page.evaluate("document.documentElement.scrollWidth"), 390)
        Absence.objects.exclude(person__username=KEEPS_UP).delete()
        teacher = self.page(INSTRUCTOR, "/c/srv-110/roster")
        teacher.get_by_role("button", name="Read what Tarrow, Rosalind said").click()
        expect(teacher.get_by_text("Missed classes: all read")).to_be_visible()

    def test_a_changed_syllabus_is_asked_again_and_shows_what_changed(self) -> None:
        text = ItemText.objects.get(item=pk("Syllabus"))
        teacher = self.page(INSTRUCTOR, f"/c/srv-110/item/{pk('Syllabus')}")
        teacher.get_by_role("button", name="Edit the text").click()
        teacher.get_by_role("textbox", name=re.compile("Text of")).press("End")
        teacher.keyboard.type(" Bring a whistle.")
        teacher.get_by_label("Ask everybody to acknowledge this edition again").check()
        teacher.get_by_role("button", name="Save", exact=True).click()
        expect(teacher.get_by_text("Bring a whistle.")).to_be_visible()
        page = self.page(KEEPS_UP, f"/c/srv-110/item/{text.item_id}")
        page.get_by_text("What changed since you read edition 1").click()
        expect(page.locator("ins").first).to_contain_text("whistle")
        page.get_by_role("button", name="I have read this and agree to it").click()
        self.go(page, "/c/srv-110/library/syllabus")
        expect(page.get_by_text("You acknowledged edition 2.")).to_be_visible()


class Teacher(Journey):
    def test_conditions_are_said_back_circles_refused_and_undone(self) -> None:
        page = self.page(INSTRUCTOR, "/c/srv-110/week/8")
        page.get_by_role("button", name=f"Change {CHECK}").click()
        page.get_by_role("menuitem", name="Conditions …").click()
        expect(page.get_by_text("Opens when Set 8A: the compass rule and Set 8B")).to_be_visible()
        page.get_by_role("button", name="a date").click()
        page.get_by_label("From this day").fill("2026-10-16")
        page.get_by_label("It opens when").select_option("any")
        expect(page.get_by_text(re.compile("are done, or from Fri 16 Oct, 00:00"))).to_be_visible()
        self.clean_by_axe(page)
        page.get_by_role("button", name="Save", exact=True).click()
        expect(page.get_by_role("dialog")).to_have_count(0)
        self.assertEqual(Item.objects.get(title=CHECK).conditions["join"], "any")
        page.get_by_role("button", name="Change Set 8A: the compass rule").click()
        page.get_by_role("menuitem", name="Conditions …").click()
        page.get_by_role("button", name="items done").click()
        page.get_by_role("checkbox", name=CHECK).check()
        expect(page.get_by_role("alert")).to_contain_text("These would wait for each other in a circle")
        expect(page.get_by_role("button", name="Save", exact=True)).to_be_disabled()

    def test_the_walk_through_goes_along_the_path_and_leaves_no_trace(self) -> None:
        before = Fact.objects.count()
        page = self.page(INSTRUCTOR, "/c/srv-110/week/7")
        page.get_by_role("button", name="See as …").click()
        page.get_by_label("As a made-up student").check()
        page.get_by_label("In section").select_option("section 2")
        self.clean_by_axe(page)
        page.get_by_role("button", name="Show", exact=True).click()
        expect(page.get_by_text("made-up student of section 2. Nothing is recorded.")).to_be_visible()
        page.get_by_role("link", name=f"Read: {READING}", exact=True).click()
        page.get_by_role("button", name="I’ve done this").click()
        expect(page.get_by_role("heading", name="How this course runs")).to_be_visible()
        self.go(page, f"/c/srv-110/item/{pk('Set 7A: latitudes and departures')}")
        page.get_by_label("Try a score, in per cent").fill("45")
        page.get_by_role("button", name="Score it so (nothing is recorded)").click()
        expect(page.get_by_role("complementary", name="Facts").get_by_text("5.4 of 12")).to_be_visible()
        page.get_by_role("button", name="Hand in (nothing is recorded)").click()
        self.go(page, "/c/srv-110/week/7")
        expect(page.locator(".totals")).to_contain_text("2 of 7")
        self.go(page, "/c/srv-110/standing")
        expect(page.get_by_role("heading", name="Standing")).to_be_attached()
        self.assertEqual(Fact.objects.count(), before)
        page.get_by_role("button", name="End the walk-through").click()
        expect(page.get_by_role("link", name="Roster")).to_be_visible()
        expect(page).to_have_url(re.compile("/c/srv-110/week/"))
        expect(page.get_by_role("heading", name="Standing")).to_have_count(0)

    def test_a_text_with_table_picture_and_formula_survives_a_closed_editor(self) -> None:
        page = self.page(INSTRUCTOR, f"/c/srv-110/item/{pk(READING)}")
        page.get_by_role("button", name="Edit the text").click()
        box = page.get_by_role("textbox", name=f"Text of {READING}")
        box.press("Control+End")
        page.keyboard.type("Kept while typing.")
        page.get_by_role("button", name="Formula", exact=True).click()
        page.get_by_label("Formula in LaTeX").fill("a^2")
        page.get_by_role("button", name="Insert").click()
        chosen = {"name": "pin.png", "mimeType": "image/png", "buffer": PNG}
        page.get_by_label("Image", exact=True).set_input_files(chosen)  # type: ignore[arg-type]
        page.get_by_label(re.compile("What does the image show")).fill("A pin")
        page.get_by_role("button", name="Insert").click()
        expect(box.get_by_role("img", name="A pin")).to_be_visible()
        page.get_by_role("button", name="Table", exact=True).click()
        for words in ("cell", "azimuth", "distance"):
            page.keyboard.type(words)
            page.keyboard.press("Tab")
        self.until(page, "Object.values(localStorage).some((kept) => kept.includes('distance'))")
        page.reload()
        page.get_by_role("button", name="Edit the text").click()
        expect(page.get_by_text(re.compile("You began to change this text"))).to_be_visible()
        expect(box.get_by_role("cell", name="cell").or_(box.get_by_role("columnheader", name="cell"))).to_be_visible()
        self.clean_by_axe(page)
        page.get_by_role("button", name="Save", exact=True).click()
        expect(page.get_by_role("button", name="Earlier editions")).to_be_visible()
        kept = ItemText.objects.filter(item=pk(READING)).latest("edition").html
        for part in ("Kept while typing.", 'data-latex="a^2"', 'alt="A pin"', "<table"):
            self.assertIn(part, kept)

    def test_the_roster_names_who_is_stuck_and_counts_work_by_hand(self) -> None:
        page = self.page(INSTRUCTOR, "/c/srv-110/roster")
        expect(page.get_by_role("heading", name="Roster")).to_be_visible()
        self.clean_by_axe(page)
        page.get_by_label("Find a name").fill("Holt")
        expect(page.get_by_role("row")).to_have_count(2)
        page.get_by_role("button", name="An allowance for Holt, Caspian").click()
        expect(page.get_by_label("Who", exact=True)).to_have_value(re.compile("[0-9]+"))
        page.get_by_role("button", name="Cancel").click()
        page.get_by_role("link", name="This week, item by item").click()
        page.get_by_role("button", name=re.compile("^Holt, Caspian, Field book: campus loop")).click()
        page.get_by_label("Reason (it stands in the record)").fill("Shown at the desk")
        self.clean_by_axe(page)
        page.get_by_role("button", name="Count it as done").click()
        done = page.get_by_role(
            "button", name=re.compile("^Holt, Caspian, Field book: campus loop: Done.*by a teacher")
        )
        expect(done).to_be_visible()


class Reading(Journey):
    """By keyboard and ear: links lead on, the focus goes along, keys alone can be silent."""

    def test_a_link_in_a_text_does_not_load_the_application_anew(self) -> None:
        target = pk("Set 7A: latitudes and departures")
        ItemText.objects.filter(item_id=pk(READING)).update(
            html=f'<p>Then do <a href="/c/srv-110/item/{target}">the first set</a>.</p>'
        )
        page = self.page(KEEPS_UP, f"/c/srv-110/item/{pk(READING)}")
        page.evaluate("window.same = true")
        page.get_by_role("link", name="the first set").click()
        expect(page.get_by_role("heading", name="Set 7A: latitudes and departures")).to_be_visible()
        self.assertTrue(page.evaluate("window.same"))

    def test_after_a_change_of_page_the_focus_is_in_the_new_one(self) -> None:
        page = self.page(KEEPS_UP, f"/c/srv-110/item/{pk(READING)}")
        page.get_by_role("link", name="Next: ").press("Enter")
        expect(page.get_by_role("heading", name="Latitudes and departures, leg by leg")).to_be_visible()
        self.until(page, "document.activeElement !== document.body")
        inside = "document.activeElement.closest('#content, .foot, nav') !== null"
        self.assertTrue(page.evaluate(inside))
        page.get_by_role("link", name="Set 7A: latitudes and departures").first.press("Enter")
        expect(page.get_by_role("heading", name="Set 7A: latitudes and departures")).to_be_visible()
        self.until(page, "document.activeElement !== document.body")

    def test_keys_alone_can_be_switched_off_and_stay_so(self) -> None:
        page = self.page(KEEPS_UP, "/c/srv-110/week/7")
        expect(page.get_by_role("heading", name="Week 7")).to_be_visible()
        page.keyboard.press("]")
        expect(page.get_by_role("heading", name="Week 8")).to_be_visible()
        page.keyboard.press("?")
        page.get_by_label("Single keys do these things").uncheck()
        self.clean_by_axe(page)
        page.keyboard.press("Escape")
        page.keyboard.press("]")
        page.reload()
        expect(page.get_by_role("heading", name="Week 8")).to_be_visible()
        page.keyboard.press("[")
        page.keyboard.press("?")
        expect(page.get_by_role("dialog")).to_have_count(0)
        expect(page.get_by_role("heading", name="Week 8")).to_be_visible()


class Helper(Journey):
    """Who helps to teach sees what is theirs, and who does the rest."""

    def test_setup_is_shown_and_not_theirs_to_change(self) -> None:
        page = self.page(ASSISTANT, "/c/srv-110/setup/schedule")
        expect(page.get_by_text("Changing it is for Ines Varga-Oduya.")).to_be_visible()
        expect(page.get_by_label("Name of the term")).to_be_disabled()
        self.assertEqual(page.locator("#content button:enabled:visible").count(), 0)
        self.clean_by_axe(page)
        parts = page.get_by_role("navigation", name="Parts of Setup").get_by_role("link")
        self.assertEqual(len(parts.all()), 4)
        page.get_by_role("link", name="Weights and rules").click()
        expect(page.get_by_text("The weights add to 100 %.")).to_be_visible()
        self.assertEqual(page.locator("#content button:enabled:visible").count(), 0)
        parts.filter(has_text="Date check").click()
        expect(page.get_by_role("heading", name="to look at")).to_be_visible()
        self.assertEqual(page.locator("#content button:visible").count(), 0)
        parts.filter(has_text="Linked systems").click()
        expect(page.get_by_text("No homework system is linked yet.")).to_be_visible()
        self.assertEqual(page.locator("#content button:visible").count(), 0)
        self.go(page, "/c/srv-110/setup/move")
        expect(page.get_by_text("Changing it is for Ines Varga-Oduya.")).to_be_visible()

    def test_zone_and_country_are_found_by_name(self) -> None:
        page = self.page(INSTRUCTOR, "/c/srv-110/setup/schedule")
        for name in ("Course", "Time zone", "Country or region"):
            page.get_by_role("combobox", name=name).click()
            expect(page.get_by_role("listbox").get_by_role("option").first).to_be_visible()
            page.keyboard.press("Escape")
        zone = page.get_by_role("combobox", name="Time zone")
        zone.fill("honol")
        page.get_by_role("option", name="Honolulu").click()
        expect(zone).to_have_value("Honolulu")
        country = page.get_by_role("combobox", name="Country or region")
        country.fill("germ")
        page.get_by_role("option", name="Germany").click()
        expect(page.get_by_role("button", name=re.compile("^Add .* holiday"))).to_be_visible()
        self.clean_by_axe(page)
