"""Counting of posts and replies, against a recount written another way over random threads."""

from __future__ import annotations

import unittest
from datetime import datetime, time, timedelta
from fractions import Fraction
from zoneinfo import ZoneInfo

from hypothesis import given, settings
from hypothesis import strategies as st
from unvo_core.talk.counting import Edition, Part, Said, part_of
from unvo_core.talk.wants import Want, What, want_problems

ZONE = ZoneInfo("America/Chicago")
MON = datetime(2026, 10, 5, 9, tzinfo=ZONE)
DUE = datetime(2026, 10, 11, 23, 59, tzinfo=ZONE)
ME = 1
POST_BY_THURSDAY = Want(key="a", what=What.POST, least_words=50, days_before=3, at=time(23, 59))
TWO_REPLIES = Want(key="b", what=What.REPLY, count=2)


def post(pk: int, day: float, words: int = 60, shown: int = 0, **more: object) -> Said:
    fields = {"author": ME, "editions": (Edition(MON + timedelta(days=day), words, shown),)} | more
    return Said(id=pk, **fields)  # type: ignore[arg-type]


def reply(pk: int, to: int | None, day: float, words: int = 20, **more: object) -> Said:
    return post(pk, day, words, reply=True, to=to, **more)


def part(*said: Said, wants: tuple[Want, ...] = (POST_BY_THURSDAY, TWO_REPLIES)) -> Part:
    return part_of(ME, said, wants, DUE, ZONE)


class Counting(unittest.TestCase):
    """Cases of the trade: common practice, no source."""

    def test_at_least_two_peers(self) -> None:
        found = part(post(1, 0), reply(2, 7, 1), reply(3, 7, 2), reply(4, 8, 3))
        self.assertTrue(found.done)
        self.assertEqual([[t.post_id for t in h.taken] for h in found.haves], [[1], [2, 4]])

    def test_two_replies_to_one_person_count_once_and_one_to_oneself_never(self) -> None:
        found = part(post(1, 0), reply(2, 7, 1), reply(3, 7, 2), reply(4, ME, 3), reply(5, None, 3))
        self.assertEqual([h.left for h in found.haves], [0, 1])
        self.assertFalse(found.done)

    def test_what_is_gone_or_too_short_does_not_count(self) -> None:
        found = part(post(1, 0, words=49), post(2, 1, gone=True), reply(3, 7, 1, gone=True))
        self.assertFalse(found.begun)
        self.assertTrue(part(post(1, 0, words=50)).begun)

    def test_twice_a_week_is_on_two_days(self) -> None:
        twice = Want(key="a", what=What.POST, count=2, days=2)
        same_day = part(post(1, 0), post(2, 0.1), wants=(twice,))
        self.assertEqual(same_day.haves[0].left, 1)
        other_day = part(post(1, 0), post(2, 0.1), post(3, 2), wants=(twice,))
        self.assertEqual([t.post_id for t in other_day.haves[0].taken], [1, 3])

    def test_one_post_with_an_image_leaves_the_plain_one_for_the_other_want(self) -> None:
        wants = (Want(key="a", what=What.POST), Want(key="b", what=What.POST, image=True))
        found = part(post(1, 0, shown=1), post(2, 1), wants=wants)
        self.assertEqual([[t.post_id for t in h.taken] for h in found.haves], [[2], [1]])

    def test_of_two_alike_the_one_that_is_due_first_takes_first(self) -> None:
        wants = (Want(key="a", what=What.POST), Want(key="b", what=What.POST, days_before=5, at=time(23, 59)))
        found = part(post(1, 1), post(2, 4), wants=wants)
        self.assertEqual([h.late for h in found.haves], [0, 0])

    def test_a_post_counts_since_it_is_long_enough(self) -> None:
        grown = post(1, 0, editions=(Edition(MON, 10), Edition(MON + timedelta(days=4), 60)))
        have = part(grown).haves[0]
        self.assertEqual((have.met_at, have.late), (MON + timedelta(days=4), 1))
        shrunk = post(1, 0, editions=(Edition(MON, 60), Edition(MON + timedelta(days=1), 10)))
        self.assertFalse(part(shrunk).begun)

    def test_the_minute_of_the_moment_is_in_time(self) -> None:
        at = datetime(2026, 10, 8, 23, 59, 59, tzinfo=ZONE)
        in_time = part(post(1, 0, editions=(Edition(at, 60),)))
        too_late = part(post(1, 0, editions=(Edition(at + timedelta(seconds=1), 60),)))
        self.assertEqual([p.haves[0].late for p in (in_time, too_late)], [0, 1])

    def test_the_proposal_is_by_what_is_there(self) -> None:
        """Ten points, half of them for the post, each reply a quarter: 5 + 2.5 = 7.5, worked by hand."""
        self.assertEqual(part(post(1, 0), reply(2, 7, 1)).proposed(Fraction(10)), Fraction(15, 2))
        self.assertEqual(part().proposed(Fraction(10)), 0)
        weighty = (Want(key="a", what=What.POST, worth=Fraction(3)), TWO_REPLIES)
        self.assertEqual(part(post(1, 0), wants=weighty).proposed(Fraction(8)), 6)

    def test_nothing_asked_is_never_done(self) -> None:
        self.assertFalse(part(post(1, 0), wants=()).done)
        self.assertEqual(part(post(1, 0), wants=()).proposed(Fraction(10)), 0)


class Moments(unittest.TestCase):
    def test_a_moment_follows_the_due_moment(self) -> None:
        self.assertEqual(POST_BY_THURSDAY.by(DUE, ZONE), datetime(2026, 10, 8, 23, 59, tzinfo=ZONE))
        later = DUE + timedelta(days=2)
        self.assertEqual(POST_BY_THURSDAY.by(later, ZONE), datetime(2026, 10, 10, 23, 59, tzinfo=ZONE))

    def test_it_keeps_its_wall_time_over_a_change_of_the_clocks(self) -> None:
        """The clocks of Chicago go back on Sunday 1 November 2026 at 2:00 (IANA tz database)."""
        due = datetime(2026, 11, 3, 23, 59, tzinfo=ZONE)
        self.assertEqual(POST_BY_THURSDAY.by(due, ZONE), datetime(2026, 10, 31, 23, 59, tzinfo=ZONE))

    def test_it_is_never_after_what_is_due(self) -> None:
        morning = datetime(2026, 10, 11, 9, tzinfo=ZONE)
        self.assertEqual(Want(key="a", what=What.POST, at=time(23, 59)).by(morning, ZONE), morning)
        self.assertIsNone(POST_BY_THURSDAY.by(None, ZONE))

    def test_figures_out_of_bounds_are_named(self) -> None:
        bad = Want(key="a", what=What.POST, count=0, least_words=-1, days=2, days_before=-1, worth=Fraction(-1))
        codes = {p.code for p in want_problems([bad, bad])}
        self.assertEqual(codes, {"want.too_many", "want.count", "want.words", "want.days", "want.before", "want.worth"})
        self.assertEqual(want_problems([POST_BY_THURSDAY, TWO_REPLIES]), [])


@st.composite
def threads(draw: st.DrawFn) -> tuple[list[Said], list[Want]]:
    """Posts and replies of three people over nine days, edited, taken back, some after the deadline."""
    said = []
    for pk in range(draw(st.integers(0, 12))):
        start = draw(st.integers(0, 9 * 48))
        editions, at = [], start
        for _ in range(draw(st.integers(1, 3))):
            editions.append(
                Edition(MON + timedelta(minutes=30 * at), draw(st.sampled_from([5, 30, 60])), draw(st.integers(0, 1)))
            )
            at += draw(st.integers(1, 60))
        answers = draw(st.booleans())
        said.append(
            Said(
                id=pk,
                author=draw(st.sampled_from([ME, ME, 2, 3])),
                editions=tuple(editions),
                reply=answers,
                to=draw(st.sampled_from([ME, 2, 3, 4, None])) if answers else None,
                gone=draw(st.integers(0, 4)) == 0,
            )
        )
    wants = [
        Want(
            key=what,
            what=What(what),
            count=(count := draw(st.integers(1, 3))),
            least_words=draw(st.sampled_from([0, 25, 50])),
            image=draw(st.booleans()),
            days=draw(st.integers(1, count)),
            days_before=draw(st.integers(0, 4)),
            at=draw(st.sampled_from([None, time(12), time(23, 59)])),
        )
        for what in draw(st.sampled_from([["post"], ["reply"], ["post", "reply"]]))
    ]
    return said, wants


def recounted(said: list[Said], want: Want) -> tuple[int, int]:
    """How many count, and how many of them late, by trying every choice. For one want of a sort."""
    moments: dict[object, datetime] = {}
    for one in said:
        if one.author != ME or one.gone or (want.what is What.REPLY) != one.reply:
            continue
        if one.reply and one.to in (None, ME):
            continue
        good = [e.words >= want.least_words and (not want.image or e.shown > 0) for e in one.editions]
        if not good[-1]:
            continue
        first = len(good) - 1
        while first and good[first - 1]:
            first -= 1
        unit = ("person", one.to) if one.reply else ("post", one.id)
        at = one.editions[first].at
        moments[unit] = min(at, moments.get(unit, at))
    by = want.by(DUE, ZONE)
    assert by is not None
    over = by.replace(second=0, microsecond=0) + timedelta(minutes=1)
    best = (0, 0)
    units = sorted(moments.values())
    for mask in range(1 << len(units)):
        chosen = [at for n, at in enumerate(units) if mask >> n & 1]
        days = len({at.astimezone(ZONE).date() for at in chosen})
        if len(chosen) <= want.count and want.count - len(chosen) >= want.days - days:
            best = max(best, (len(chosen), -sum(at >= over for at in chosen)))
    return best[0], -best[1]


class Recount(unittest.TestCase):
    @settings(max_examples=600, deadline=None)
    @given(threads())
    def test_no_choice_of_posts_counts_for_more_or_is_less_late(self, drawn: tuple[list[Said], list[Want]]) -> None:
        said, wants = drawn
        found = part_of(ME, said, wants, DUE, ZONE)
        for have in found.haves:
            self.assertEqual((len(have.taken), have.late), recounted(said, have.want))
        self.assertEqual(found.done, all(recounted(said, w)[0] == w.count for w in wants))

    @settings(max_examples=200, deadline=None)
    @given(threads(), st.randoms())
    def test_the_order_in_which_posts_are_read_does_not_matter(
        self, drawn: tuple[list[Said], list[Want]], random: object
    ) -> None:
        said, wants = drawn
        mixed = list(said)
        random.shuffle(mixed)  # type: ignore[attr-defined]
        self.assertEqual(part_of(ME, said, wants, DUE, ZONE), part_of(ME, mixed, wants, DUE, ZONE))

    @settings(max_examples=200, deadline=None)
    @given(threads())
    def test_taking_a_post_back_never_adds(self, drawn: tuple[list[Said], list[Want]]) -> None:
        said, wants = drawn
        before = part_of(ME, said, wants, DUE, ZONE).share()
        for n in range(len(said)):
            self.assertLessEqual(part_of(ME, said[:n] + said[n + 1 :], wants, DUE, ZONE).share(), before)
