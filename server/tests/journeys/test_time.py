"""Time on the screens: Today, the term map, Setup, calendars, and a course moved to another term."""

from __future__ import annotations

import re
from io import BytesIO
from urllib.request import urlopen

import icalendar
from apps.courses.models import Course
from apps.layout.models import Item
from apps.layout.queries import layout
from playwright.sync_api import Page, expect
from pypdf import PdfReader

from tests.base import BEHIND, INSTRUCTOR, KEEPS_UP
from tests.journeys.browser import Journey

SET_8A = "Set 8A: the compass rule"


class Student(Journey):
    def test_today_says_what_to_do_now_and_follows_ones_own_minutes(self) -> None:
        page = self.page(KEEPS_UP, "/")
        expect(page.get_by_role("heading", name="Wed 7 Oct")).to_be_visible()
        expect(page.get_by_role("link", name=re.compile("Continue: Set 7A"))).to_be_visible()
        expect(page.get_by_role("region", name="Start now, due later")).to_contain_text("Project plan")
        self.clean_by_axe(page)
        page.get_by_role("button", name="Change").click()
        page.get_by_label("Wednesday").fill("30")
        self.clean_by_axe(page)
        page.get_by_role("button", name="Save").click()
        expect(page.get_by_text("30 min planned of your 30 min")).to_be_visible()
        expect(page.get_by_text("30 min of 40 min")).to_be_visible()
        page.get_by_role("link", name=re.compile("Continue: Set 7A")).click()
        expect(page.get_by_role("heading", name="Set 7A")).to_be_visible()

    def test_the_term_in_four_views_by_keyboard_and_on_a_phone(self) -> None:
        page = self.page(KEEPS_UP, "/c/srv-110/term/map")
        expect(page.get_by_role("table", name="Term")).to_contain_text("Mid-term break")
        self.clean_by_axe(page)
        for view, words in (("Month", "October 2026"), ("Agenda", "Class 14, 13:00"), ("Points", "1165")):
            page.get_by_role("link", name=view, exact=True).click()
            expect(page.get_by_role("main")).to_contain_text(words)
            self.clean_by_axe(page)
        page.keyboard.press("g")
        page.keyboard.press("d")
        expect(page).to_have_url(self.live_server_url + "/")
        phone = self.page(KEEPS_UP, "/c/srv-110/term/map", viewport={"width": 390, "height": 844})
        expect(phone.locator("[data-entry]").first).to_be_visible()
        wide = phone.evaluate("document.documentElement.scrollWidth")
        self.assertLessEqual(wide, 390)
        self.clean_by_axe(phone)

    def test_the_subscribe_address_gives_ones_own_dates_only(self) -> None:
        found = {}
        for who in ("marit.osei-lindgren", BEHIND):
            page = self.page(who, "/c/srv-110/term/map")
            page.get_by_role("button", name="Add to my calendar").click()
            page.get_by_role("button", name="Make an address").click()
            self.clean_by_axe(page)
            address = page.get_by_label("Address").input_value()
            path = re.sub(r"^https?://[^/]+", "", address)
            with urlopen(self.live_server_url + path) as answer:
                events = icalendar.Calendar.from_ical(answer.read()).walk("VEVENT")
            found[who] = {str(e["UID"]): e["DTSTART"].dt for e in events}
        uid = f"due-{Item.objects.get(title=SET_8A).pk}@unvo"
        later = found["marit.osei-lindgren"][uid] - found[BEHIND][uid]
        self.assertEqual(later.days, 2)


class Teacher(Journey):
    def due(self, title: str) -> str:
        laid = layout(Course.objects.get(slug="srv-110"))
        item = next(i for i in laid.items.values() if i.title == title)
        return item.span.due.astimezone(laid.zone).strftime("%a %d %b %H:%M") if item.span.due else ""

    def test_a_rhythm_is_previewed_and_stamped_and_the_map_fills(self) -> None:
        page = self.page(INSTRUCTOR, "/c/srv-110/setup/rhythm")
        page.get_by_label("Name", exact=True).fill("Reflection every week")
        page.get_by_role("button", name="Remove: Reading {n}").click()
        page.get_by_label("Title", exact=True).fill("Reflection {n}")
        page.get_by_label("Title", exact=True).press("Tab")
        end = page.get_by_role("button", name="Due of Reflection {n}")
        end.press("ArrowLeft")
        expect(page.get_by_text("due Sat 23:59")).to_be_visible()
        page.get_by_label("Title", exact=True).press("Tab")
        page.get_by_role("button", name="Preview the term").click()
        expect(page.get_by_text("15 new · 0 changed")).to_be_visible()
        self.clean_by_axe(page)
        page.get_by_role("button", name="Stamp 15 items").click()
        expect(page.get_by_text("Stamped: 15 new, 0 changed.")).to_be_visible()
        page.get_by_role("link", name="Term", exact=True).click()
        expect(page.locator("[data-entry]", has_text="Reflection")).to_have_count(15)
        self.go(page, "/c/srv-110/setup/rhythm")
        page.get_by_role("button", name="Reflection every week").click()
        page.get_by_role("button", name="Preview the term").click()
        expect(page.get_by_text("There is nothing new to stamp.")).to_be_visible()

    def test_a_due_moment_is_dragged_moved_by_keys_and_undone(self) -> None:
        page = self.page(INSTRUCTOR, "/c/srv-110/term/map")
        before = self.due(SET_8A)
        entry = page.locator("[data-entry]", has_text="Set 8A")
        entry.scroll_into_view_if_needed()
        entry.drag_to(page.locator('[data-day="2026-10-16"]'))
        expect(page.locator('[data-day="2026-10-16"] [data-entry]', has_text="Set 8A")).to_be_visible()
        expect(page.get_by_text("8 students see this.")).to_be_visible()
        self.assertEqual(self.due(SET_8A), "Fri 16 Oct 23:59")
        page.get_by_role("button", name="Undo").click()
        expect(page.locator('[data-day="2026-10-15"] [data-entry]', has_text="Set 8A")).to_be_visible()
        self.assertEqual(self.due(SET_8A), before)
        page.locator("[data-entry]", has_text="Set 8A").focus()
        page.keyboard.press("Shift+ArrowRight")
        expect(page.locator('[data-day="2026-10-16"] [data-entry]', has_text="Set 8A")).to_be_focused()
        page.keyboard.press("Space")
        page.locator("[data-entry]", has_text="Set 8B").focus()
        page.keyboard.press("Space")
        expect(page.get_by_text("2 chosen")).to_be_visible()
        # At the end of the page the bar stands in its place; on the way there it passes over tiles.
        page.evaluate("scrollTo(0, document.body.scrollHeight)")
        self.clean_by_axe(page)

    def test_a_bar_end_moves_by_keys_and_by_the_mouse(self) -> None:
        page = self.page(INSTRUCTOR, "/c/srv-110/week/8")
        end = page.get_by_role("button", name=re.compile(rf"Due of {SET_8A}"))
        end.press("ArrowRight")
        expect(page.get_by_role("button", name=re.compile(rf"Due of {SET_8A}, Fri 16 Oct"))).to_be_visible()
        box = page.get_by_role("button", name=re.compile(rf"Due of {SET_8A}")).bounding_box()
        assert box is not None
        page.mouse.move(box["x"] + 12, box["y"] + 14)
        page.mouse.down()
        page.mouse.move(box["x"] + 12 - 63, box["y"] + 14, steps=4)
        page.mouse.up()
        expect(page.get_by_role("button", name=re.compile(rf"Due of {SET_8A}, Thu 15 Oct"))).to_be_visible()

    def test_setup_is_clean_and_a_schedule_table_becomes_a_course(self) -> None:
        page = self.page(INSTRUCTOR, "/c/srv-110/setup/schedule")
        for part in ("Schedule", "Re-date, repace", "Allowances", "Date check"):
            page.get_by_role("link", name=re.compile(f"^{part}")).click()
            expect(page.get_by_role("link", name=re.compile(f"^{part}"))).to_have_attribute("aria-current", "page")
            page.wait_for_load_state("networkidle")
            self.clean_by_axe(page)
        page.get_by_role("link", name="Paste a table").click()
        page.get_by_label("Table").fill(
            "Week\tTopic\tDue\n9\tAreas again\tHedge survey (due Fri 30 Oct)\nlater\tMore areas\t\n"
        )
        page.get_by_role("button", name="Show what it becomes").click()
        expect(page.get_by_text("'later' can't be read as a week")).to_be_visible()
        self.clean_by_axe(page)
        row = page.locator("[data-line='2']")
        expect(row.get_by_label("Due day of Hedge survey")).to_have_value("2026-10-30")
        row.get_by_label("Title").fill("Hedge survey, corrected")
        row.get_by_label("Due time of").fill("08:30")
        row.get_by_label("Due time of").press("Tab")
        late = page.locator("[data-line='3']")
        late.get_by_role("button", name="Take it in").click()
        expect(late.get_by_label("Topic of row 3")).to_have_value("More areas")
        late.get_by_label("Week of row 3").select_option("10")
        expect(page.get_by_text("0 new, 0 changed, 1 corrected")).to_be_visible()
        page.get_by_role("button", name="Make these").click()
        expect(page.get_by_text("What is new is a draft until you open it")).to_be_visible()
        self.assertEqual(self.due("Hedge survey, corrected"), "Fri 30 Oct 08:30")

    def test_day_types_take_turns_and_a_day_has_hours_of_its_own(self) -> None:
        page = self.page(INSTRUCTOR, "/c/srv-110/setup/schedule")
        whole = page.get_by_role("group", name="Classes of the whole course")
        whole.get_by_label("Day types in turn").fill("A, B")
        whole.get_by_label("Day types in turn").press("Tab")
        whole.get_by_label("Day", exact=True).nth(1).select_option("B")
        whole.get_by_role("button", name="Add a day").click()
        whole.get_by_label("Day", exact=True).last.fill("2026-09-05")
        whole.get_by_label("is a day of type").last.select_option("classes at these hours")
        whole.get_by_label("Begins").last.fill("14:00")
        whole.get_by_label("Ends").last.fill("15:30")
        self.clean_by_axe(page)
        page.get_by_role("button", name="Save the schedule").click()
        expect(page.get_by_text("Schedule saved. All dates follow it.")).to_be_visible()
        page.get_by_text("classes as saved, by number").click()
        expect(page.get_by_text("Sat 5 Sep, 14:00")).to_be_visible()
        page.get_by_role("link", name="Term", exact=True).click()
        # Mon 17 and Thu 20 Aug have no class and take no turn: Tue A, Wed B, Fri A, Mon B, Tue A.
        for day, kind in (("18", "A"), ("19", "B"), ("21", "A"), ("24", "B"), ("25", "A")):
            expect(page.locator(f'[data-day="2026-08-{day}"]')).to_contain_text(f"{kind} day")
        expect(page.locator('[data-day="2026-09-05"]')).to_contain_text("Class")

    def test_an_allowance_is_given_from_the_item_and_read_by_the_student(self) -> None:
        page = self.page(INSTRUCTOR)
        item = Item.objects.get(title="Set 7A: latitudes and departures")
        self.go(page, f"/c/srv-110/item/{item.pk}")
        page.get_by_role("button", name="An allowance").click()
        page.get_by_label("Who", exact=True).select_option("Holt, Caspian")
        page.get_by_label("Due instead").fill("2026-10-14")
        page.get_by_label("Reason (they read it too)").fill("Away with the team")
        self.clean_by_axe(page)
        page.get_by_role("button", name="Give it").click()
        expect(page.get_by_text("Given, and told.")).to_be_visible()
        student = self.page(BEHIND)
        self.go(student, f"/c/srv-110/item/{item.pk}")
        expect(student.get_by_text("Wed 14 Oct, 23:59").last).to_be_visible()
        expect(student.get_by_text("Reason: Away with the team").last).to_be_visible()

    def test_the_walk_through_clock_is_marked_and_goes_back(self) -> None:
        page = self.page(INSTRUCTOR, "/c/srv-110/week/9")
        page.get_by_role("button", name="See as …").click()
        page.get_by_label("Day", exact=True).fill("2026-10-28")
        page.get_by_role("button", name="Show", exact=True).click()
        expect(page.get_by_text("You see this course as on Wed 28 Oct, 10:00.")).to_be_visible()
        expect(page.locator(".now-line")).to_be_visible()
        self.clean_by_axe(page)
        page.get_by_role("button", name="Back to now").click()
        expect(page.get_by_text("You see this course as on")).to_have_count(0)


class OtherTerm(Journey):
    STUDENTS = 2
    OTHER_TERMS = True

    def test_a_copied_course_is_re_dated_and_its_date_check_cleared_to_zero(self) -> None:
        page = self.page(INSTRUCTOR, "/c/srv-110-2/setup/move")
        self.fill_term(page)
        expect(page.get_by_text("4 days that differ came along: same week, same weekday.")).to_be_visible()
        page.get_by_role("button", name="Show before and after").click()
        expect(page.get_by_text(re.compile(r"\d+ dates, \d+ of them with a note"))).to_be_visible()
        self.clean_by_axe(page)
        page.get_by_role("button", name="Move the course").click()
        expect(page.get_by_text("The course has moved to Spring term 2027.")).to_be_visible()
        page.get_by_role("link", name=re.compile("^Date check")).click()
        expect(page.locator("[data-code='graded.ghost']")).to_be_visible()
        expect(page.locator("[data-code='prose.outside_term']")).to_be_visible()
        self.clean_by_axe(page)
        page.get_by_role("button", name=re.compile(r"Do all \d+ fixes")).click()
        expect(page.locator("[data-code='graded.ghost']")).to_have_count(0)
        for _ in range(40):
            rest = page.locator("[data-code]").count()
            if not rest:
                break
            page.get_by_role("button", name="It is meant so").first.click()
            expect(page.locator("[data-code]")).to_have_count(rest - 1)
        expect(page.get_by_role("heading", name="No conflicts.")).to_be_visible()

    def fill_term(self, page: Page) -> None:
        page.get_by_label("Name of the term").fill("Spring term 2027")
        page.get_by_label("Name of the term").press("Tab")
        page.get_by_label("First day").fill("2027-01-11")
        page.get_by_label("Last day").fill("2027-05-07")
        page.get_by_label("Last day").press("Tab")


class OnPaper(Journey):
    def test_a_week_prints_on_one_sheet_across_with_nothing_to_press(self) -> None:
        page = self.page(KEEPS_UP, "/c/srv-110/week/7", color_scheme="dark")
        expect(page.get_by_role("link", name="Continue: Set 7A")).to_be_visible()
        paper = PdfReader(BytesIO(page.pdf(format="A4", print_background=False)))
        self.assertEqual(len(paper.pages), 1)
        box = paper.pages[0].mediabox
        self.assertGreater(box.width, box.height)
        words = paper.pages[0].extract_text()
        for wanted in ("Plane Surveying", "Rosalind Tarrow", "as of Wed 7 Oct", "Set 7A", "Compute latitudes"):
            self.assertIn(wanted, words)
        for screen in ("Continue", "Gradebook", "Sign out"):
            self.assertNotIn(screen, words)
        page.emulate_media(media="print")
        expect(page.get_by_role("banner")).to_be_hidden()
        self.assertEqual(page.evaluate("getComputedStyle(document.body).color"), "rgb(0, 0, 0)")

    def test_the_term_and_the_roster_keep_their_columns(self) -> None:
        page = self.page(INSTRUCTOR, "/c/srv-110/term/map")
        expect(page.get_by_role("heading", name="Autumn term")).to_be_visible()
        words = PdfReader(BytesIO(page.pdf(format="A4"))).pages[0].extract_text()
        for day in ("Mon", "Thu", "Sun", "Load"):
            self.assertIn(day, words)
        self.go(page, "/c/srv-110/roster")
        expect(page.get_by_role("heading", name="Roster")).to_be_visible()
        words = PdfReader(BytesIO(page.pdf(format="A4"))).pages[0].extract_text()
        self.assertIn("Holt", words)
        self.assertNotIn("New group", words)
