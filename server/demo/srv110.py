"""SRV 110 Plane Surveying: fifteen weeks, two sections, always in its seventh week."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import date, timedelta
from decimal import Decimal
from io import BytesIO
from pathlib import Path

from apps.courses.models import Course, Section, Term, TermBreak
from apps.gradebook.models import Category, GradingScheme, LateRule
from apps.kernel.actors import SYSTEM
from apps.kernel.clock import now
from apps.kernel.models import StoredFile
from apps.kernel.uploads import store
from apps.layout.actions.read_files import read_files
from apps.layout.models import Item, ItemFile, ItemText, MeetingPattern
from apps.people.models import Person
from django.core.files.base import ContentFile
from PIL import Image, ImageDraw

from demo import banks, checks, talk
from demo.content import texts
from demo.content.weeks import PLAN, WeekPlan
from demo.layout import FRIDAY, MONDAY, SUNDAY, THURSDAY, WEDNESDAY, Layouter, Wish, at_class, monday_of
from demo.traverse import YARD, compass_rule, coordinates

ZONE = "America/Chicago"
CATEGORIES = (("Homework", 20, 0), ("Checks", 15, 1), ("Field work", 30, 0), ("Mid-term", 15, 0), ("Final", 15, 0),
              ("Discussions", 5, 1))  # fmt: skip
BANDS = [["F", 0], ["D", 60], ["C", 70], ["B", 80], ["A", 90]]
SEASONS = ((3, "Winter term"), (6, "Spring term"), (9, "Summer term"), (12, "Autumn term"))
THIS_WEEK, BREAK_AFTER = 7, 8
ASSETS = Path(__file__).parent / "assets"


def make_course(
    today: date, slug: str = "srv-110", title: str = "Plane Surveying"
) -> tuple[Course, list[Section], Layouter]:
    """Week 7 is the week of `today`; one week of break after week 8, a holiday in week 11."""
    first = monday_of(today) - timedelta(weeks=7)
    course = Course.objects.create(
        slug=slug,
        code="SRV 110",
        title=title,
        term=_term(first),
        zone=ZONE,
        credits=Decimal(3),
        opened_at=now() - timedelta(weeks=8),
    )
    sections = [Section.objects.create(course=course, number=n, name=f"section {n}") for n in (1, 2)]
    none_yet = [
        {"day": (first + timedelta(days=d)).isoformat(), "why": "classes begin in week 1"} for d in (MONDAY, THURSDAY)
    ]
    MeetingPattern.objects.create(course=course, slots=_slots(10), exceptions=none_yet)
    MeetingPattern.objects.create(course=course, section=sections[1], slots=_slots(13), exceptions=none_yet)
    categories = {
        name: Category.objects.create(course=course, name=name, weight=weight, position=n * 10, drop_lowest=drop)
        for n, (name, weight, drop) in enumerate(CATEGORIES)
    }
    GradingScheme.objects.create(course=course, bands=BANDS)
    late = LateRule.objects.create(course=course, name="10 % a day", percent=10, per="day")
    layouter = Layouter(course, categories, late)
    _week_zero(layouter)
    for plan in PLAN:
        layouter.module(plan.topic, plan.number, _week(plan), plan.objectives)
    _finish_week_seven(layouter)
    talk.set_up(course)
    return course, sections, layouter


def _slots(hour: int) -> list[dict[str, object]]:
    """Two classes a week, Monday and Thursday, an hour and a quarter each."""
    return [
        {"on": day, "start": f"{hour:02d}:00", "end": f"{hour + 1:02d}:15", "place": "Room B12"}
        for day in (MONDAY, THURSDAY)
    ]


def _term(first: date) -> Term:
    middle = (first + timedelta(weeks=8)).month
    name = next(name for last, name in SEASONS if middle <= last)
    term = Term.objects.create(
        name=f"{name} {first.year}",
        first_day=first,
        last_day=first + timedelta(weeks=16, days=4),
        first_week_number=0,
    )
    pause = first + timedelta(weeks=BREAK_AFTER + 1)
    TermBreak.objects.create(term=term, name="Mid-term break", first_day=pause, last_day=pause + timedelta(days=6))
    holiday = first + timedelta(weeks=12, days=2)
    TermBreak.objects.create(term=term, name="Founders’ Day", first_day=holiday, last_day=holiday)
    return term


def _week_zero(layouter: Layouter) -> None:
    wishes = [
        Wish("page", "How this course runs", texts.WELCOME, 10, opens=(0, MONDAY, "00:00")),
        Wish("acknowledgement", "Syllabus", texts.SYLLABUS, 20, due=(0, FRIDAY, "23:59")),
        Wish("file", "What to bring to the field", "", 5),
    ]
    wishes += talk.first_wishes()
    layouter.module("Before you start", 0, wishes, ("Know how the weeks run", "Have your kit together"))
    layouter.items["What to bring to the field"].done_rule = "opened"


def _week(plan: WeekPlan) -> list[Wish]:
    n = plan.number
    before, after = "Before Monday’s class", "After class"
    opens = (n - 1, FRIDAY, "12:00")
    wishes = [
        Wish("page", plan.reading, texts.reading(plan, ""), round(plan.words / 238), None, before, opens, at_class(2 * n - 1)),
        _watch(plan, before, opens),
    ]  # fmt: skip
    if n == BREAK_AFTER:
        wishes += [
            Wish("slides", "The compass rule, step by step", "", 5, None, before, opens, at_class(2 * n - 1),
                 read_first=(plan.reading,)),
            Wish("heading", "Before the mid-term", "", 0, None, after, required=False),
            Wish("offline", "Work an old mid-term by hand", texts.OLD_MID_TERM, 60, None, after, (n, MONDAY, "10:00"),
                 (n, 1, "23:59"), required=False, hint="Paper, pencil, and no phone: as it will be in class."),
            Wish("quiz", checks.GUIDE, texts.STUDY_GUIDE, 45, 8, after, (n - 1, MONDAY, "10:00"), (n, MONDAY, "23:59"),
                 (n, MONDAY, "23:59"), required=False, practice=True, done_rule="opened"),
            Wish("quiz", checks.PRACTICE, texts.PRACTICE, 40, 20, after, (n - 1, MONDAY, "10:00"), (n, 1, "23:59"),
                 practice=True, done_rule="scored", done_percent=60, counting="best"),
        ]  # fmt: skip
    for letter, which, day in (("A", 0, THURSDAY), ("B", 1, FRIDAY)):
        wishes.append(
            Wish(
                "assignment",
                f"Set {n}{letter}: {plan.sets[which]}",
                texts.set_text(plan, which),
                40 + 5 * which,
                12,
                after,
                (n, MONDAY if which == 0 else 1, "10:00" if which == 0 else "00:00"),
                (n, day, "23:59"),
                (n, SUNDAY, "23:59"),
                "Homework",
                late=True,
            )
        )
    if plan.field:
        wishes.append(_field(plan, after))
    if n == BREAK_AFTER:
        wishes.append(
            Wish("quiz", checks.MID_TERM, "<p>On paper, in Room B12. One sheet of notes, both sides. Weeks 1 to 6.</p>",
                 90, 100, "In class", None, (n, WEDNESDAY, "11:30"), None, "Mid-term", on_paper=True, hold=True,
                 place="Room B12", after=(checks.PRACTICE,))
        )  # fmt: skip
    if n == 15:
        wishes.append(
            Wish("assignment", "Final", "<p>On paper, in Room B12. A whole traverse, from notes to area.</p>",
                 120, 100, "In class", None, (n, FRIDAY, "12:00"), None, "Final", on_paper=True, hold=True, place="Room B12")
        )  # fmt: skip
    if n == 8:
        wishes.append(
            Wish("review", "Read two campus loops",
                 "<p>Two field books of last week, by lot. Could you reduce them without having been there?</p>",
                 40, None, after, (n, WEDNESDAY, "12:00"), (n, FRIDAY, "18:00"), (n, SUNDAY, "23:59"))
        )  # fmt: skip
    wishes += talk.wishes(n, after)
    wishes.append(
        Wish(
            "quiz",
            f"Check {n}: {plan.topic.lower()}",
            f"<p>Twenty minutes on {plan.topic.lower()}, without notes. You may try twice; the better one counts.</p>",
            35,
            15,
            after,
            (n, MONDAY, "10:00"),
            (n, SUNDAY, "23:59"),
            (n, SUNDAY, "23:59"),
            "Checks",
            counting="best",
            after=(f"Set {n}A: {plan.sets[0]}", f"Set {n}B: {plan.sets[1]}"),
        )
    )
    return wishes


def put_questions(course: Course, items: Mapping[str, Item], teacher: Person) -> None:
    """The banks, and the quizzes that are drawn from them."""
    made = banks.seed_banks(course, teacher, banks.SURVEYING)
    banks.say_where_taught(course)
    checks.set_checks(course, {n: items[t] for n, t in check_titles().items()}, made)
    checks.set_mid_term(course, items, made)


def check_titles() -> dict[int, str]:
    """By week."""
    return {plan.number: f"Check {plan.number}: {plan.topic.lower()}" for plan in PLAN}


def _watch(plan: WeekPlan, part: str, opens: tuple[int, int, str]) -> Wish:
    """The clip of the week; week 7 has its own, with captions, the others stand elsewhere."""
    n = plan.number
    if n == THIS_WEEK:
        return Wish("video", plan.watch, texts.CLIP, 14, None, part, opens, at_class(2 * n - 1))
    address = f"https://media.ostrell.example/srv110/{n:02d}"
    return Wish("link", plan.watch, "", 14, None, part, opens, at_class(2 * n - 1), address=address)


def _field(plan: WeekPlan, part: str) -> Wish:
    n = plan.number
    if n == 8:
        return Wish(
            "assignment", plan.field, texts.PROJECT_PLAN, 480, 30, part, (6, MONDAY, "00:00"), (n, SUNDAY, "23:59"),
            (n + 1, 1, "10:00"), "Field work", hold=True, late=True,
        )  # fmt: skip
    if n == 14:
        return Wish(
            "assignment", plan.field, texts.field_text(plan), 300, 30, part, (9, MONDAY, "00:00"), (n, THURSDAY, "12:00"),
            (n, SUNDAY, "23:59"), "Field work", hold=True, late=True,
        )  # fmt: skip
    if n == 10:
        return Wish(
            "assignment", plan.field, texts.field_text(plan), 640, 30, part, (7, MONDAY, "00:00"), (n, SUNDAY, "10:00"),
            (n + 1, 1, "10:00"), "Field work", hold=True, late=True,
        )  # fmt: skip
    return Wish(
        "assignment", plan.field, texts.field_text(plan), 150, 30, part, (n, WEDNESDAY, "00:00"), (n, SUNDAY, "10:00"),
        (n + 1, 1, "10:00"), "Field work", hold=True, late=True, attempts=2,
    )  # fmt: skip


def _finish_week_seven(layouter: Layouter) -> None:
    """The plan of the yard goes into the reading, a kit list and a booking sheet become files."""
    reading = layouter.items[PLAN[6].reading]
    plan = _keep("yard-loop.png", _plan_png(), reading)
    text = texts.latitudes_reading(f"/files/{plan.key}/{plan.name}")
    ItemText.objects.filter(item=reading).update(html=text)
    kit = layouter.items["What to bring to the field"]
    kit.file = _keep("field-kit.csv", b"what,how many\nfield book,1\npencil 3H,2\nvest,1\nboots,1 pair\n", kit)
    kit.save(update_fields=["file", "done_rule"])
    clip = layouter.items[PLAN[6].watch]
    clip.file, clip.length_seconds = _kept_asset("latitudes.mp4", clip), 63
    clip.save(update_fields=["file", "length_seconds"])
    captions = _kept_asset("latitudes.en.vtt", clip)
    ItemFile.objects.create(item=clip, file=captions, role=ItemFile.CAPTIONS, language="en", label="English")
    slides = layouter.items["The compass rule, step by step"]
    slides.file, slides.pages = _kept_asset("compass-rule.pdf", slides), 5
    slides.save(update_fields=["file", "pages"])
    sheet = _keep("traverse-form.csv", b"leg,azimuth,distance,latitude,departure\n", reading)
    ItemFile.objects.create(item=reading, file=sheet, role=ItemFile.RESOURCE, label="Traverse form, empty")


def read_all_files(course: Course) -> None:
    """Search finds what is in the demo's files without waiting for a worker."""
    for item_id in course.items.filter(file__isnull=False).values_list("pk", flat=True):
        read_files(item_id)


def _kept_asset(name: str, item: Item) -> StoredFile:
    return _keep(name, (ASSETS / name).read_bytes(), item)


def _keep(name: str, content: bytes, item: Item) -> StoredFile:
    return store(SYSTEM, item.course_id, ContentFile(content, name), ("item", item.pk))


def _plan_png() -> bytes:
    """The loop drawn to scale, north up, stations lettered."""
    points = coordinates(compass_rule(YARD), 0.0, 0.0)
    width, height, margin = 1100, 760, 90
    lows = [min(p[i] for p in points) for i in (0, 1)]
    highs = [max(p[i] for p in points) for i in (0, 1)]
    scale = min((width - 2 * margin) / (highs[1] - lows[1]), (height - 2 * margin) / (highs[0] - lows[0]))
    spots = [(margin + (e - lows[1]) * scale, height - margin - (n - lows[0]) * scale) for n, e in points]
    image = Image.new("RGB", (width, height), "white")
    draw = ImageDraw.Draw(image)
    draw.line([*spots, spots[0]], fill="#0B5D5B", width=4)
    middle = (sum(x for x, _ in spots) / len(spots), sum(y for _, y in spots) / len(spots))
    for leg, (x, y) in zip(YARD, spots, strict=True):
        draw.ellipse((x - 9, y - 9, x + 9, y + 9), fill="white", outline="#14211E", width=4)
        draw.text(_outward((x, y), middle, 34), leg.start, fill="#14211E", font_size=34, anchor="mm")
    for leg, (x1, y1), (x2, y2) in zip(YARD, spots, [*spots[1:], spots[0]], strict=True):
        at = _outward(((x1 + x2) / 2, (y1 + y2) / 2), middle, 62)
        draw.text(at, f"{leg.distance:.2f} m", fill="#4C5F5A", font_size=24, anchor="mm")
    draw.line((width - 60, 150, width - 60, 70), fill="#14211E", width=4)
    draw.polygon(((width - 60, 50), (width - 72, 84), (width - 48, 84)), fill="#14211E")
    draw.text((width - 60, 30), "N", fill="#14211E", font_size=34, anchor="mm")
    out = BytesIO()
    image.save(out, "PNG")
    return out.getvalue()


def _outward(at: tuple[float, float], middle: tuple[float, float], by: float) -> tuple[float, float]:
    """A point `by` pixels further from the middle."""
    x, y = at[0] - middle[0], at[1] - middle[1]
    length = (x * x + y * y) ** 0.5 or 1.0
    return at[0] + x / length * by, at[1] + y / length * by
