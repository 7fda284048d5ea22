"""How much of what a discussion asks is there: what counts, since when, and what it would be worth."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import UTC, date, datetime
from fractions import Fraction
from zoneinfo import ZoneInfo

from unvo_core.schedule.spans import is_late
from unvo_core.schedule.zones import require_aware
from unvo_core.talk.wants import Want, What

_NEVER = datetime.max.replace(tzinfo=UTC)


@dataclass(frozen=True, slots=True)
class Edition:
    """A post as it stood from `at` on. `shown`: pictures and recordings in it."""

    at: datetime
    words: int
    shown: int = 0

    def __post_init__(self) -> None:
        require_aware(self.at)


@dataclass(frozen=True, slots=True, kw_only=True)
class Said:
    """One post or reply of one person. `editions` in the order in which they were written, at least one.

    `to`: the classmate whom a reply answers; None for a post that answers nobody. `reply`: it answers somebody, who
    may be no classmate. `gone`: taken back, or hidden by a teacher.
    """

    id: int
    author: int
    editions: tuple[Edition, ...]
    reply: bool = False
    to: int | None = None
    gone: bool = False

    def counts_since(self, want: Want) -> datetime | None:
        """Since when it has been long enough, without a break until now; None where it is not."""
        since: datetime | None = None
        for edition in self.editions:
            enough = edition.words >= want.least_words and (edition.shown > 0 or not want.image)
            since = (since or edition.at) if enough else None
        return since


@dataclass(frozen=True, slots=True)
class Taken:
    """What counts towards a want: the post, since when, and whether that was after the want's moment."""

    post_id: int
    at: datetime
    late: bool


@dataclass(frozen=True, slots=True)
class Have:
    """One want with what is there of it."""

    want: Want
    by: datetime | None
    taken: tuple[Taken, ...]

    @property
    def left(self) -> int:
        """How many more are asked for."""
        return self.want.count - len(self.taken)

    @property
    def met(self) -> bool:
        return self.left == 0

    @property
    def late(self) -> int:
        return sum(t.late for t in self.taken)

    @property
    def met_at(self) -> datetime | None:
        return max((t.at for t in self.taken), default=None) if self.met else None


@dataclass(frozen=True, slots=True)
class Part:
    """One person's part in a discussion, a line a want."""

    haves: tuple[Have, ...]

    @property
    def done(self) -> bool:
        """Whether all is there, in time or late; a discussion that asks for nothing is never done by itself."""
        return bool(self.haves) and all(h.met for h in self.haves)

    @property
    def done_at(self) -> datetime | None:
        return max(h.met_at for h in self.haves if h.met_at is not None) if self.done else None

    @property
    def begun(self) -> bool:
        return any(h.taken for h in self.haves)

    def share(self) -> Fraction:
        """From 0 to 1, each want by its worth, within a want by how much of it is there (common practice, no
        source)."""
        whole = sum((h.want.worth for h in self.haves), Fraction(0))
        got = sum((h.want.worth * Fraction(len(h.taken), h.want.count) for h in self.haves), Fraction(0))
        return got / whole if whole else Fraction(0)

    def proposed(self, possible: Fraction) -> Fraction:
        """The points that the counting proposes of those possible. Exact."""
        return possible * self.share()


def part_of(person: int, said: Sequence[Said], wants: Sequence[Want], due: datetime | None, zone: ZoneInfo) -> Part:
    """What `person` has of each want, in the order of `wants`. `said`: posts of anybody, in any order.

    Each post counts once, and each classmate who is answered counts once; a reply to oneself never, nor what is gone or
    too short. The strictest want takes first (then the one whose moment comes first), each
    the earliest that fit.
    """
    own = [s for s in said if s.author == person and not s.gone]
    used: set[tuple[What, int]] = set()
    taken: dict[str, Have] = {}
    moments = {w.key: w.by(due, zone) for w in wants}
    for want in sorted(wants, key=lambda w: (not w.image, -w.least_words, moments[w.key] or _NEVER)):
        by = moments[want.key]
        fitting = [(unit, at) for unit, at in _units(person, own, want).items() if (want.what, unit) not in used]
        chosen = _chosen(sorted(fitting, key=lambda found: (found[1][0], found[1][1])), want, zone)
        used |= {(want.what, unit) for unit, _ in chosen}
        counted = tuple(Taken(post, at, is_late(at, by)) for _, (at, post) in chosen)
        taken[want.key] = Have(want, by, counted)
    return Part(tuple(taken[w.key] for w in wants))


def _units(person: int, own: Sequence[Said], want: Want) -> Mapping[int, tuple[datetime, int]]:
    """What can count: posts by their id, replies by whom they answer; each with its moment and its post."""
    found: dict[int, tuple[datetime, int]] = {}
    for one in own:
        at = one.counts_since(want)
        if at is None:
            continue
        if want.what is What.POST:
            if not one.reply:
                found[one.id] = (at, one.id)
        elif one.reply and one.to is not None and one.to != person:
            found[one.to] = min(found.get(one.to, (at, one.id)), (at, one.id))
    return found


def _chosen(
    fitting: Sequence[tuple[int, tuple[datetime, int]]], want: Want, zone: ZoneInfo
) -> list[tuple[int, tuple[datetime, int]]]:
    """The earliest, but for places that are kept for days on which nothing stands yet."""
    chosen: list[tuple[int, tuple[datetime, int]]] = []
    days: set[date] = set()
    for unit in fitting:
        day = _day(unit[1][0], zone)
        free = want.count - len(chosen)
        if not free:
            break
        if day in days and free <= want.days - len(days):
            continue
        chosen.append(unit)
        days.add(day)
    return chosen


def _day(at: datetime, zone: ZoneInfo) -> date:
    return at.astimezone(zone).date()
