"""Today: what to do now within one's minutes, what to start, what is new."""

from __future__ import annotations

from datetime import UTC, datetime

from tests.base import BEHIND, KEEPS_UP, Caller
from tests.cases import TimeCase

from apps.people.models import Person


class Today(TimeCase):
    def test_the_day_is_planned_in_order_within_the_budget(self) -> None:
        self.student.send("PUT", "/today/budget", {"minutes": [60, 60, 45, 60, 60, 120, 120]})
        found = self.student.get("/today").json()
        self.assertEqual(found["day"], "2026-10-07")
        self.assertLessEqual(found["planned"], 45)
        self.assertEqual(found["planned"], sum(r["minutes"] for r in found["rows"] + found["locked"]))
        self.assertTrue(found["rows"])
        self.assertEqual([d["budget"] for d in found["days"]], [45, 60, 60, 120, 120, 60, 60])
        dues = [r["due"] for r in found["rows"]]
        self.assertEqual(dues, sorted(dues))

    def test_what_has_closed_undone_takes_no_minutes_of_the_day(self) -> None:
        """The one who is behind has missing work: what can still be done is planned first, what can't is not."""
        behind = Caller(BEHIND)
        missing = [
            r
            for n in range(1, 7)
            for m in behind.get(f"/courses/srv-110/weeks/{n}").json()["modules"]
            for r in m["rows"]
            if r["state"] in ("missing", "closed")
        ]
        closed = {r["id"] for r in missing if not r["open"] and not r["waits_for"]}
        self.assertTrue(closed)
        found = behind.get("/today").json()
        planned = [*found["rows"], *found["locked"], *found["later"]]
        self.assertEqual({r["item"]["id"] for r in planned} & closed, set())
        self.assertTrue(found["rows"][0]["overdue"])
        week = behind.get("/courses/srv-110/weeks/1").json()
        rows = [r for m in week["modules"] for r in m["rows"]]
        gone = [r for r in rows if r["id"] in closed]
        self.assertTrue(gone)
        self.assertEqual(week["minutes_left"], sum(r["minutes"] for r in rows if not r["done"] and r not in gone))
        self.assertEqual(week["points_at_stake"], 0, "what was missed and has closed is at stake no more")
        named = {i["item"]["id"] for o in found["overflows"] for i in o["items"]}
        self.assertEqual(named & closed, set())

    def test_work_that_must_be_begun_now_stands_apart(self) -> None:
        later = self.student.get("/today").json()["later"]
        self.assertTrue(later)
        for row in later:
            self.assertGreater(row["due"], "2026-10-13T")
            self.assertLess(row["start_by"], "2026-10-14T")

    def test_overload_names_the_day_the_minutes_and_the_work(self) -> None:
        self.student.send("PUT", "/today/budget", {"minutes": [5] * 7})
        over = self.student.get("/today").json()["overflows"]
        self.assertTrue(over)
        self.assertTrue(all(o["minutes"] > 0 and o["items"] for o in over))

    def test_scores_since_the_last_visit_and_a_bad_budget(self) -> None:
        Person.objects.filter(username=KEEPS_UP).update(seen_today_at=datetime(2026, 8, 1, tzinfo=UTC))
        news = self.student.get("/today").json()["news"]
        self.assertTrue(news)
        self.assertTrue(all(n["kind"] == "score" for n in news))
        self.assertEqual(self.student.send("POST", "/today/seen").status_code, 200)
        self.refused(self.student.send("PUT", "/today/budget", {"minutes": [60] * 6}), 422, "person.budget")
        self.refused(self.student.send("PUT", "/today/budget", {"minutes": [60] * 6 + [2000]}), 422, "person.budget")
