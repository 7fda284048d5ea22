import unittest
from datetime import date, timedelta
from itertools import permutations

from hypothesis import given, settings
from hypothesis import strategies as st
from unvo_core.plan.day_plan import DayPlan, Work, day_plan

TODAY = date(2026, 10, 5)


def on(day: int) -> date:
    return TODAY + timedelta(days=day)


def finish_days(plan: DayPlan) -> dict[int, date]:
    return {s.key: day for day, stints in plan.days.items() for s in stints if s.last}


def lateness(works: list[Work], finished: dict[int, date]) -> int:
    return max(((finished[w.key] - w.due).days for w in works if w.due), default=0)


def by_brute_force(works: list[Work], budget: int) -> int:
    """The least greatest lateness over every order of priorities, preemption allowed, chains kept.

    For preemptive jobs with release dates some fixed order of priorities is optimal.
    """
    best = 10**9
    for order in permutations(works):
        ranks = {w.key: n for n, w in enumerate(order)}
        if any(a.chain == b.chain and ranks[a.key] > ranks[b.key] for n, a in enumerate(works) for b in works[n + 1 :]):
            continue
        left = {w.key: w.minutes for w in works}
        finished: dict[int, date] = {}
        day = TODAY
        while any(left.values()):
            room = budget
            for work in order:
                before = [w for w in works[: works.index(work)] if w.chain == work.chain]
                if max([work.release, *(w.release for w in before)]) <= day and not any(left[w.key] for w in before):
                    taken = min(room, left[work.key])
                    left[work.key], room = left[work.key] - taken, room - taken
                    if taken and not left[work.key]:
                        finished[work.key] = day
            day += timedelta(days=1)
        best = min(best, lateness(list(works), finished))
    return best


WORKS = st.lists(
    st.tuples(st.integers(1, 4), st.integers(0, 3), st.integers(0, 5), st.integers(0, 1)), min_size=1, max_size=5
)


def works_of(given: list[tuple[int, int, int, int]]) -> list[Work]:
    """Each work waits for all before it of its chain."""
    chains = [chain for *_, chain in given]
    return [
        Work(
            key=n,
            minutes=minutes,
            release=on(release),
            due=on(due),
            chain=chain,
            after=tuple(k for k in range(n) if chains[k] == chain),
        )
        for n, (minutes, release, due, chain) in enumerate(given)
    ]


class Plan(unittest.TestCase):
    @settings(max_examples=150, deadline=None)
    @given(WORKS, st.integers(1, 3))
    def test_greatest_lateness_agrees_with_brute_force(
        self, given_: list[tuple[int, int, int, int]], budget: int
    ) -> None:
        """Horn 1974: earliest due date with release dates minimises the greatest lateness."""
        works = works_of(given_)
        plan = day_plan(works, TODAY, [budget] * 7)
        self.assertEqual(lateness(works, finish_days(plan)), by_brute_force(works, budget))

    @given(WORKS, st.lists(st.integers(0, 3), min_size=7, max_size=7).filter(any))
    def test_budgets_releases_and_path_order_are_kept_and_nothing_is_lost(
        self, given_: list[tuple[int, int, int, int]], budget: list[int]
    ) -> None:
        works = works_of(given_)
        plan = day_plan(works, TODAY, budget)
        seen: dict[int, int] = {}
        order: list[int] = []
        for day, stints in sorted(plan.days.items()):
            self.assertLessEqual(plan.minutes_on(day), budget[day.weekday()])
            for stint in stints:
                self.assertGreaterEqual(day, works[stint.key].release)
                seen[stint.key] = seen.get(stint.key, 0) + stint.minutes
                order += [stint.key] if stint.last else []
        self.assertEqual(seen, {w.key: w.minutes for w in works})
        for chain in (0, 1):
            keys = [k for k in order if works[k].chain == chain]
            self.assertEqual(keys, sorted(keys))

    def test_an_open_project_is_not_held_back_by_what_opens_later(self) -> None:
        works = [
            Work(key=1, minutes=30, release=on(2), due=on(3), chain=1),
            Work(key=2, minutes=120, release=TODAY, due=on(4), chain=1),
        ]
        plan = day_plan(works, TODAY, [60] * 7)
        self.assertEqual(
            [(d, [s.key for s in st]) for d, st in plan.days.items()], [(on(0), [2]), (on(1), [2]), (on(2), [1])]
        )
        self.assertEqual(plan.overflows, ())
        locked = day_plan(
            [works[0], Work(key=2, minutes=120, release=TODAY, due=on(4), chain=1, after=(1,))], TODAY, [60] * 7
        )
        self.assertEqual([s.key for s in locked.days[on(2)]], [1, 2])
        self.assertNotIn(on(0), locked.days)

    def test_what_waits_for_a_later_item_of_the_list_comes_after_it(self) -> None:
        works = [
            Work(key=1, minutes=10, release=TODAY, due=on(3), chain=1, after=(2,)),
            Work(key=2, minutes=10, release=TODAY, due=on(5), chain=2),
        ]
        self.assertEqual([s.key for s in day_plan(works, TODAY, [60] * 7).days[TODAY]], [2, 1])

    def test_order_of_a_chain_is_kept_among_what_is_open(self) -> None:
        works = [
            Work(key=1, minutes=10, release=TODAY, due=on(5), chain=1),
            Work(key=2, minutes=10, release=TODAY, due=on(2), chain=1),
            Work(key=3, minutes=10, release=TODAY, due=on(3), chain=2),
        ]
        self.assertEqual([s.key for s in day_plan(works, TODAY, [60] * 7).days[TODAY]], [1, 2, 3])

    def test_what_does_not_fit_is_named_with_its_day_and_minutes(self) -> None:
        works = [
            Work(key=1, minutes=100, release=TODAY, due=on(0), chain=1),
            Work(key=2, minutes=60, release=TODAY, due=on(1), chain=2),
        ]
        plan = day_plan(works, TODAY, [60] * 7)
        self.assertEqual([(o.day, o.minutes, o.keys) for o in plan.overflows], [(on(0), 40, (1,)), (on(1), 40, (2,))])

    def test_a_deadline_in_the_morning_offers_only_the_minutes_before_it(self) -> None:
        plan = day_plan([Work(key=1, minutes=90, release=TODAY, due=on(0), chain=1, due_minutes=60)], TODAY, [120] * 7)
        self.assertEqual([(o.minutes, o.keys) for o in plan.overflows], [(30, (1,))])

    def test_days_off_are_left_free_and_a_person_without_time_is_told(self) -> None:
        work = [Work(key=1, minutes=90, release=TODAY, due=on(3), chain=1)]
        plan = day_plan(work, TODAY, [0, 60, 0, 60, 0, 0, 0])
        self.assertEqual({d: plan.minutes_on(d) for d in plan.days}, {on(1): 60, on(3): 30})
        self.assertEqual(day_plan(work, TODAY, [0] * 7).unplaced, (1,))

    def test_overdue_work_comes_first_and_undated_work_last(self) -> None:
        works = [
            Work(key=1, minutes=10, release=TODAY, due=None, chain=1),
            Work(key=2, minutes=10, release=TODAY, due=on(2), chain=2),
            Work(key=3, minutes=10, release=TODAY, due=on(-2), chain=3),
        ]
        self.assertEqual([s.key for s in day_plan(works, TODAY, [90] * 7).days[TODAY]], [3, 2, 1])
