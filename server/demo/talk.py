"""Discussions of SRV 110: laid on the path, and what the class has said so far."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field
from datetime import datetime, timedelta
from decimal import Decimal
from fractions import Fraction
from random import Random
from typing import Any

from apps.assignments.models import Brief
from apps.courses.models import Course, Group, GroupMember
from apps.gradebook.models import Cell, GradedItem, Score
from apps.kernel.actors import SYSTEM
from apps.kernel.richtext import clean
from apps.kernel.uploads import store
from apps.kernel.written import plain
from apps.layout.models import Item
from apps.layout.queries import layout
from apps.path.models import Fact
from apps.people.models import Person
from apps.talk.grading import class_parts
from apps.talk.models import Discussion, Post, SameQuestion, Visit
from django.core.files.base import ContentFile
from django.db.models import QuerySet

from demo.content.html import paragraph
from demo.content.talk import CLOSINGS, INTRODUCTIONS, KIT, REPLIES, TALKS, Talk
from demo.layout import FRIDAY, MONDAY, SUNDAY, WEDNESDAY, Wish
from demo.sketch import sketch_png

SEED = 70
MOST_TALKERS = 60
SHARED = "Field book: areas"
"""Booked by a party together."""
THIS_WEEK, REFLECTED, IN_PARTIES = 7, 4, 5
"""The week that runs, the one that ends in a reflection, and the one whose discussion goes on in parties."""
HELLO, KIT_QUESTIONS, LOOK_BACK = "Say who you are", "Questions about the kit", "Looking back: three, two, one"


def _want(key: str, what: str, count: int = 1, **more: Any) -> dict[str, Any]:
    usual = {"words": 0, "image": False, "days": 1, "before": 0, "at": None, "worth": 1}
    return {"key": key, "what": what, "count": count} | usual | more


POST_BY_THURSDAY = _want("a", "post", words=50, before=3, at="23:59")
TWO_REPLIES = _want("b", "reply", 2)


def first_wishes() -> list[Wish]:
    due = (1, FRIDAY, "23:59")
    kit = "<p>Ask about what to bring. Whoever knows, answers; whoever asked says which answer it was.</p>"
    return [
        Wish("discussion", HELLO, "<p>Say in a few words who you are, and what you would like to be able to measure. "
             "A picture is welcome.</p>", 15, due=due, wants=[_want("a", "post", words=15)]),
        Wish("discussion", KIT_QUESTIONS, kit, 0, required=False, wants=[], done_rule="opened"),
    ]  # fmt: skip


def wishes(week: int, part: str) -> list[Wish]:
    """The discussion of a week, from the first to the eleventh."""
    found = []
    for talk in TALKS:
        if talk.week == week:
            found.append(
                Wish(
                    "discussion",
                    talk.title,
                    paragraph(talk.prompt),
                    35,
                    10,
                    part,
                    (week, MONDAY, "00:00"),
                    (week, SUNDAY, "23:59"),
                    (week + 1, WEDNESDAY, "23:59"),
                    "Discussions",
                    wants=[POST_BY_THURSDAY, TWO_REPLIES],
                )
            )
    if week == REFLECTED:
        text = "<p>Only Ines and Teodor read this.</p>"
        found.append(
            Wish("discussion", LOOK_BACK, text, 10, None, part, (week, MONDAY, "00:00"), (week, SUNDAY, "23:59"))
        )
    return found


def set_up(course: Course) -> None:
    hints = (
        "Answer what was said, not only who said it.\nGive a figure of your own, or say what would change your mind.\n"
        "Two sentences that ask something are worth more than ten that agree."
    )
    for item in Item.objects.filter(course=course, kind="discussion"):
        made = Discussion(item=item, after_own=item.points is not None, hints=hints if item.points else "")
        match item.title:
            case title if title == HELLO:
                made.sort = Discussion.INTRODUCTIONS
            case title if title == KIT_QUESTIONS:
                made.sort = Discussion.QUESTIONS
            case title if title == LOOK_BACK:
                made.sort, made.readers = Discussion.REFLECTION, Discussion.TEACHERS
                made.template = ["Three things I can do now", "Two that I want to try", "One that is still unclear"]
            case title if title == TALKS[IN_PARTIES - 1].title:
                made.readers = Discussion.GROUP
        made.save()


def play(course: Course, teacher: Person, class_: list[Person], now: datetime) -> None:
    """`class_`: the first keeps up, the second is behind."""
    parties = _parties(course, class_)
    game = _Game(course, class_[:MOST_TALKERS], now, Random(SEED), parties)
    items = {i.title: i for i in Item.objects.filter(course=course, kind="discussion")}
    Discussion.objects.filter(item=items[TALKS[IN_PARTIES - 1].title]).update(groups=sorted(set(parties.values())))
    Brief.objects.filter(item__course=course, item__title=SHARED).update(
        in_groups=True, groups=sorted(set(parties.values()))
    )
    game.introduce(items[HELLO])
    game.ask(items[KIT_QUESTIONS])
    for talk in TALKS:
        if talk.posts:
            game.week(items[talk.title], talk)
    game.look_back(items[LOOK_BACK])
    game.keep()
    for item in items.values():
        _tell(course, item, class_, teacher, now)


def _parties(course: Course, class_: list[Person]) -> dict[int, int]:
    """Five to a party; person -> group."""
    found: dict[int, int] = {}
    for n in range(0, len(class_), 5):
        group = Group.objects.create(course=course, name=f"Party {n // 5 + 1}")
        found |= {p.pk: group.pk for p in class_[n : n + 5]}
    GroupMember.objects.bulk_create(GroupMember(group_id=group, person_id=p) for p, group in found.items())
    return found


@dataclass
class _Game:
    course: Course
    class_: list[Person]
    now: datetime
    random: Random
    parties: dict[int, int]
    posts: list[Post] = field(default_factory=list)

    def _said(self, item: Item, who: Person, at: datetime, html: str, to: Post | None = None, **more: Any) -> Post:
        kept = clean(html)
        text = plain(kept)
        made = Post(
            course=self.course,
            item=item,
            author=who,
            at=min(at, self.now),
            html=kept,
            text=text,
            words=len(text.split()),
            shown=kept.count("<img "),
            answers=to,
            root=(to.root or to) if to else None,
            **more,
        )
        self.posts.append(made)
        return made

    def introduce(self, item: Item) -> None:
        begin = self.now - timedelta(weeks=7, days=3)
        for n, person in enumerate(self.class_):
            if n == 1 or (n and self.random.random() < 0.06):
                continue
            at = begin + timedelta(hours=self.random.uniform(0, 200))
            self._said(item, person, at, paragraph(INTRODUCTIONS[n % len(INTRODUCTIONS)]))

    def ask(self, item: Item) -> None:
        begin = self.now - timedelta(weeks=7)
        for n, (question, answer) in enumerate(KIT):
            asked = self._said(item, self.class_[min(4 + n, len(self.class_) - 1)], begin, paragraph(question))
            if answer:
                at = begin + timedelta(hours=5)
                self._said(item, self.class_[min(6, len(self.class_) - 1)], at, paragraph(answer), asked, accepted=True)

    def look_back(self, item: Item) -> None:
        begin = self.now - timedelta(weeks=3)
        texts = ("Read a rod; close a loop; book so that my partner can read it.", "Level across the stream. Balance by set-ups.", "Why the sum of the rises is the check, and not the sum of the readings.")  # fmt: skip
        headings = Discussion.objects.get(item=item).template
        html = "".join(f"<h3>{h}</h3><p>{t}</p>" for h, t in zip(headings, texts, strict=True))
        for person in self.class_:
            if person is self.class_[0] or self.random.random() < 0.8:
                self._said(item, person, begin + timedelta(hours=self.random.uniform(0, 100)), html)

    def week(self, item: Item, talk: Talk) -> None:
        """Most post by Thursday and answer two over the weekend; the week that runs is half said."""
        span = layout(self.course).items[item.pk].span
        opens, due = span.opens, span.due
        if opens is None or due is None:
            return
        heads = [self._post(item, talk, n, p, opens) for n, p in enumerate(self.class_)]
        there = [h for h in heads if h is not None]
        for n, person in enumerate(self.class_):
            self._replies(item, talk, n, person, there, due)

    def _post(self, item: Item, talk: Talk, n: int, person: Person, opens: datetime) -> Post | None:
        behind = n == 1 and talk.week > 3
        if behind or (n and self.random.random() < 0.08):
            return None
        at = opens + timedelta(hours=min(93.0, self.random.expovariate(1 / 40) + 8))
        if talk.week == THIS_WEEK and n == 0:
            at = opens + timedelta(hours=35, minutes=20)
        if at > self.now:
            return None
        closing = CLOSINGS[self.random.randrange(len(CLOSINGS))]
        html = talk.posts[(3 * n) % len(talk.posts)](self.random).replace(
            "</p>", f" {closing}</p>".replace(" </p>", "</p>")
        )
        if talk.week == THIS_WEEK and n % 7 == 3:
            html = f'<p><img src="{self._sketch(item, person)}" alt="The loop ABCDE, the leg DE drawn bold"></p>' + html
        return self._said(item, person, at, html, group_id=self._party(item, person))

    def _party(self, item: Item, person: Person) -> int | None:
        return self.parties.get(person.pk) if item.title == TALKS[IN_PARTIES - 1].title else None

    def _replies(self, item: Item, talk: Talk, n: int, person: Person, heads: list[Post], due: datetime) -> None:
        party = self._party(item, person)
        others = [h for h in heads if h.author_id != person.pk and h.group_id == party]
        wanted = (1 if talk.week == THIS_WEEK else 2) if n == 0 else self.random.choice((2, 2, 2, 3, 1))
        if (n == 1 and talk.week > 3) or not others:
            return
        for k, to in enumerate(self.random.sample(others, min(wanted, len(others)))):
            at = to.at + timedelta(hours=self.random.uniform(2, 40))
            if talk.week < THIS_WEEK:
                at = max(at, due - timedelta(hours=self.random.uniform(0, 110)))
            if talk.week == THIS_WEEK and n == 0:
                at = max(to.at + timedelta(minutes=5), self.now.replace(hour=9, minute=52) if k == 0 else at)
            if at <= self.now and at <= due + timedelta(days=2):
                words = REPLIES[(n + k) % len(REPLIES)]
                self._said(item, person, at, paragraph(words), to, group_id=party)

    def _sketch(self, item: Item, person: Person) -> str:
        content = ContentFile(sketch_png(), "loop.png")
        stored = store(SYSTEM, self.course.pk, content, ("post", item.pk))
        stored.uploaded_by_id = person.pk
        stored.save(update_fields=["uploaded_by_id"])
        return f"/files/{stored.key}/{stored.name}"

    def keep(self) -> None:
        """Heads first: replies name them."""
        for which in (False, True):
            rows = [p for p in self.posts if (p.answers is not None) == which]
            Post.objects.bulk_create(rows, batch_size=500)
        asked = [p for p in self.posts if p.item.title == KIT_QUESTIONS and p.answers is None]
        same = [SameQuestion(post=p, person=who, at=self.now) for p in asked for who in self.class_[2:4]]
        SameQuestion.objects.bulk_create(s for s in same if s.person != s.post.author)
        seen = {(p.item_id, p.author_id): p.at for p in sorted(self.posts, key=lambda p: p.at)}
        Visit.objects.bulk_create(
            Visit(item_id=item, person_id=who, seen_at=at, before_at=at) for (item, who), at in seen.items()
        )


def _tell(course: Course, item: Item, class_: Sequence[Person], teacher: Person, now: datetime) -> None:
    """The path learns what is there; weeks that are over have their scores."""
    laid = layout(course)
    parts = class_parts(course, laid, item.pk, [p.pk for p in class_])
    facts = []
    opened: QuerySet[Post] = Post.objects.filter(item=item)
    for author, at in opened.order_by("author_id", "at").distinct("author_id").values_list("author_id", "at"):
        facts.append(Fact(course=course, item=item, person_id=author, kind=Fact.OPENED, at=at))
    for person, part in parts.items():
        moments = [t.at for h in part.haves for t in h.taken]
        if moments:
            kind, at = (Fact.POSTED, max(moments)) if part.done else (Fact.STARTED, min(moments))
            detail = {f"want.{h.want.key}": len(h.taken) for h in part.haves}
            facts.append(Fact(course=course, item=item, person_id=person, kind=kind, at=at, detail=detail))
    Fact.objects.bulk_create(facts)
    due = laid.items[item.pk].span.due
    if item.points and due is not None and due + timedelta(days=8) < now:
        graded = GradedItem.objects.get(item=item)
        cells = Cell.objects.bulk_create([Cell(graded_item=graded, person_id=p) for p in parts])
        Score.objects.bulk_create(
            Score(
                cell=cell,
                raw=_points(parts[cell.person_id].proposed(Fraction(item.points))),
                handed_in_at=max((t.at for h in parts[cell.person_id].haves for t in h.taken), default=None),
                released_at=due + timedelta(days=4),
                graded_by=teacher,
                graded_at=due + timedelta(days=4),
            )
            for cell in cells
        )


def _points(value: Fraction) -> Decimal:
    return Decimal(value.numerator) / Decimal(value.denominator)
