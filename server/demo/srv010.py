"""SRV 010 Site Safety Induction: no dates, strictly in order."""

from __future__ import annotations

from apps.courses.models import Course
from apps.gradebook.models import Category
from apps.kernel.clock import now

from demo.content.texts import SAFETY
from demo.layout import Layouter, Wish

TEXTS = {
    "Before you step out": "<p>Look at the board by the gate: it names today's hazards and who is in charge. Sign in; "
    "sign out when you leave. A name that is still on the board at dusk starts a search.</p>",
    "Vest, boots, helmet": "<p>Orange or yellow vest, closed. Boots with a sole that a nail does not pass. A helmet "
    "wherever something can fall, and always under the hoist.</p>",
    "I will wear it": "<p>I wear vest and boots from gate to gate, and a helmet where the board asks for one.</p>",
    "Signs and cones": "<p>Cones go out before people do. The first sign stands well ahead of the first cone, and both "
    "are seen from a bend.</p>",
    "Never alone": "<p>Whoever looks through an instrument does not see the traffic. A second person does nothing but "
    "look out.</p>",
    "I will not work alone": "<p>I do not work at a road side without a second person who looks out.</p>",
    "Whom to call": "<p>First the emergency number on the board, then the person in charge. Say where you are by the "
    "letter of the nearest gate.</p>",
    "What you saw": "<p>Think of a place that you know. Write three sentences: what could go wrong there, who would "
    "notice, and what you would do first. Six of ten points pass; whoever misses them writes again.</p>",
    "I know the way out": "<p>I have walked the way from the yard to the meeting point, and I know the letter of my gate.</p>",
}


def make_course() -> Course:
    """Three modules in order; each begins where the one before it ends."""
    course = Course.objects.create(
        slug="srv-010",
        code="SRV 010",
        title="Site Safety Induction",
        zone="America/Chicago",
        turnaround_days=3,
        gives_certificate=True,
        opened_at=now(),
    )
    graded = Category.objects.create(course=course, name="Induction", weight=100, position=10)
    layouter = Layouter(course, {graded.name: graded}, None)
    last = ""
    for title, items in SAFETY:
        wishes = [_wish(kind, name, (last,) if n == 0 and last else ()) for n, (name, kind) in enumerate(items)]
        layouter.module(title, None, wishes, in_order=True)
        last = wishes[-1].title
    return course


PASS_MARK = 60


def _wish(kind: str, name: str, after: tuple[str, ...]) -> Wish:
    if kind == "assignment":
        marked = {"points": 10, "done_rule": "scored", "done_percent": PASS_MARK, "category": "Induction"}
        return Wish(kind, name, TEXTS[name], 6, after=after, files=False, **marked)  # type: ignore[arg-type]
    return Wish(kind, name, TEXTS[name], 6, after=after, files=False)
