"""Line items, scores, results and members, as a tool that knows nothing of Unvo calls them."""

from __future__ import annotations

from typing import Any

from tests.base import BEHIND, INSTRUCTOR, KEEPS_UP, Caller

from apps.courses.models import Course, Enrolment, Section
from apps.gradebook.models import Score
from apps.kernel.models import AuditRecord
from apps.links.actions.take_reports import take_reports
from apps.links.models import LineItem, Placement, Reported, StatedDue
from apps.links.tests.linked import Linked
from apps.links.tests.tool import AGS, NRPS
from apps.path.models import Fact
from apps.people.models import Person

SUNDAY, MONDAY, TUESDAY = "2026-10-04T20:00:00-05:00", "2026-10-05T09:00:00-05:00", "2026-10-06T09:00:00.250-05:00"


class Called(Linked):
    def setUp(self) -> None:
        super().setUp()
        self.item_in_course = self.linked_item
        self.person = Person.objects.get(username=KEEPS_UP)
        Score.objects.filter(cell__graded_item__item=self.linked_item).delete()
        Fact.objects.filter(item=self.linked_item).delete()
        self.claims = self.arrive()
        self.line = self.claims[AGS]["lineitem"]
        self.lines = self.claims[AGS]["lineitems"]

    def call(self, method: str, address: str, *scopes: str, body: Any = None) -> Any:
        return self.tool.call(self.outside, method, address, self.tool.token(self.outside, *scopes), body)

    def send(self, given: float, at: str, status: int = 204, **other: Any) -> Any:
        user = other.pop("user", self.claims["sub"])
        body = self.tool.score(user, given, 10, at, **other)
        answer = self.call("POST", f"{self.line}/scores", "score", body=body)
        self.assertEqual(answer.status_code, status, answer.content)
        return answer

    def raw(self, person: Person | None = None) -> str | None:
        take_reports()
        row = Score.objects.filter(cell__graded_item__item=self.linked_item, cell__person=person or self.person).first()
        return None if row is None else str(row.raw)


class Scores(Called):
    def test_a_score_comes_into_the_gradebook_in_the_points_of_the_item(self) -> None:
        self.send(8, MONDAY, comment="Turn D \0twice.\ud800")
        points = self.linked_item.points
        self.assertEqual(self.raw(), f"{points * 8 / 10:.2f}")
        score = Score.objects.get(cell__graded_item__item=self.linked_item, cell__person=self.person)
        self.assertEqual((score.comment, score.graded_by), ("Turn D twice.", None))
        self.assertEqual(score.handed_in_at.isoformat(), "2026-10-05T14:00:00+00:00")
        kinds = set(Fact.objects.filter(item=self.linked_item, person=self.person).values_list("kind", flat=True))
        self.assertLessEqual({"started", "handed_in"}, kinds)
        told = AuditRecord.objects.filter(action="score.reckoned").latest("pk")
        self.assertEqual((told.actor_name, told.actor), (self.system.name, None))

    def test_what_is_not_later_than_what_is_held_is_refused_and_changes_nothing(self) -> None:
        self.send(8, MONDAY)
        before = self.raw()
        self.send(3, SUNDAY, 409)
        self.send(3, MONDAY, 409)
        self.assertEqual(self.raw(), before)
        self.send(9, TUESDAY)
        self.assertNotEqual(self.raw(), before)

    def test_only_what_is_fully_graded_counts(self) -> None:
        self.send(0, SUNDAY, activityProgress="InProgress", gradingProgress="Pending")
        self.assertIsNone(self.raw())
        self.assertEqual(Fact.objects.get(item=self.linked_item, person=self.person).kind, "started")
        self.send(7, MONDAY, activityProgress="Submitted", gradingProgress="PendingManual")
        self.assertIsNone(self.raw())
        self.assertTrue(Fact.objects.filter(item=self.linked_item, person=self.person, kind="handed_in").exists())
        self.send(7, TUESDAY)
        self.assertIsNotNone(self.raw())

    def test_late_goes_by_the_moment_at_which_it_was_handed_in_there(self) -> None:
        self.send(8, TUESDAY, submission={"submittedAt": SUNDAY})
        self.raw()
        score = Score.objects.get(cell__graded_item__item=self.linked_item, cell__person=self.person)
        self.assertEqual(score.handed_in_at.isoformat(), "2026-10-05T01:00:00+00:00")

    def test_a_score_is_counted_anew_when_the_points_of_the_item_are_others(self) -> None:
        teacher, path = Caller(INSTRUCTOR), f"/courses/srv-110/items/{self.linked_item.pk}"
        self.assertEqual(teacher.send("PATCH", path, {"no_points": True}).status_code, 200)
        self.send(8, MONDAY)
        self.assertIsNone(self.raw())
        for points, raw in ((50, "40.00"), (20, "16.00")):
            self.assertEqual(teacher.send("PATCH", path, {"points": points}).status_code, 200)
            self.assertEqual(self.raw(), raw)

    def test_what_a_person_gave_stands_beside_what_the_system_says(self) -> None:
        self.send(8, MONDAY)
        self.raw()
        row = Score.objects.get(cell__graded_item__item=self.linked_item, cell__person=self.person)
        row.raw, row.graded_by = 5, Person.objects.get(username=INSTRUCTOR)
        row.save()
        self.send(9, TUESDAY)
        self.assertEqual(self.raw(), "5.00")
        self.assertEqual(str(Reported.objects.get(person=self.person).given), "9.00000")

    def test_bad_scores_are_refused_in_a_sentence_and_nothing_is_kept(self) -> None:
        for fields, code in (
            ({"timestamp": "yesterday"}, "links.timestamp"),
            ({"timestamp": "2026-10-05T09:00:00"}, "links.timestamp"),
            ({"scoreGiven": -1}, "links.score_given"),
            ({"scoreGiven": "8"}, "links.score_given"),
            ({"scoreGiven": True}, "links.score_given"),
            ({"scoreMaximum": 0}, "links.score_maximum"),
            ({"scoreMaximum": None}, "links.score_maximum"),
            ({"activityProgress": "Done"}, "links.activity"),
            ({"gradingProgress": None}, "links.grading"),
            ({"comment": "x" * 5000}, "links.comment"),
            ({"submission": {"submittedAt": "soon"}}, "links.submitted_at"),
        ):
            body = self.tool.score(self.claims["sub"], 8, 10, MONDAY) | fields
            self.refused(self.call("POST", f"{self.line}/scores", "score", body=body), 400, code)
        token = self.tool.token(self.outside, "score")
        headers = {"Authorization": f"Bearer {token}"}
        for text in ('{"scoreGiven": NaN}', "[]", "{", "[" * 5000, '{"a":' + "[" * 900 + "]" * 900 + "}"):
            answer = self.outside.post(f"{self.line}/scores", text, content_type="application/json", headers=headers)
            self.refused(answer, 400, "links.body")
        self.assertEqual(Reported.objects.count(), 0)

    def test_a_score_is_taken_of_members_of_the_context_only(self) -> None:
        stranger = self.arrive(INSTRUCTOR)["sub"]
        for user in (stranger, "nobody", "7", None, "00000000-0000-4000-8000-000000000000"):
            self.send(8, MONDAY, 404, user=user)
        self.assertEqual(Reported.objects.count(), 0)

    def test_results_are_what_counts_now(self) -> None:
        self.send(8, MONDAY)
        raw = self.raw()
        results = self.call("GET", f"{self.line}/results", "result")
        self.assertEqual(results["Content-Type"], "application/vnd.ims.lis.v2.resultcontainer+json")
        (one,) = [r for r in results.json() if r["userId"] == self.claims["sub"]]
        self.assertEqual((f"{one['resultScore']:.2f}", one["scoreOf"]), (raw, self.line))
        Score.objects.filter(cell__graded_item__item=self.linked_item, cell__person=self.person).update(raw=1)
        (one,) = self.call("GET", f"{self.line}/results?user_id={self.claims['sub']}", "result").json()
        self.assertEqual(one["resultScore"], 1)


class LineItems(Called):
    def test_the_item_has_one_and_it_is_found_by_link_resource_and_tag(self) -> None:
        link = self.claims["https://purl.imsglobal.org/spec/lti/claim/resource_link"]["id"]
        one = self.call("GET", self.line, "lineitem").json()
        self.assertEqual((one["id"], one["label"], one["resourceId"]), (self.line, self.linked_item.title, "set-7a"))
        self.assertEqual(one["scoreMaximum"], float(self.linked_item.points))
        self.assertEqual(one["resourceLinkId"], link)
        self.assertIn("endDateTime", one)
        for query, n in (
            (f"resource_link_id={link}", 1),
            ("resource_id=set-7a", 1),
            ("tag=x", 0),
            ("resource_id=y", 0),
        ):
            self.assertEqual(len(self.call("GET", f"{self.lines}?{query}", "lineitem").json()), n, query)

    def test_pages_are_linked(self) -> None:
        for n in range(4):
            self.call("POST", self.lines, "lineitem", body={"label": f"Extra {n}", "scoreMaximum": 5})
        seen, at = [], f"{self.lines}?limit=2"
        while at:
            answer = self.call("GET", at, "lineitem")
            seen += [row["label"] for row in answer.json()]
            link = answer.headers.get("Link", "")
            self.assertLessEqual(len(answer.json()), 2)
            at = link[1 : link.index(">")] if 'rel="next"' in link else ""
        self.assertEqual(seen, [self.linked_item.title, *(f"Extra {n}" for n in range(4))])

    def test_one_of_its_own_stands_apart_and_is_in_no_gradebook(self) -> None:
        made = self.call("POST", self.lines, "lineitem", body={"label": "Extra", "scoreMaximum": 5, "tag": "x"})
        self.assertEqual((made.status_code, made.json()["tag"]), (201, "x"))
        row = LineItem.objects.get(label="Extra")
        self.assertEqual((row.item, row.made_by_system), (None, True))
        answer = self.call(
            "POST", f"{made.json()['id']}/scores", "score", body=self.tool.score(self.claims["sub"], 5, 5, MONDAY)
        )
        self.assertEqual(answer.status_code, 204)
        scores = Score.objects.count()
        take_reports()
        self.assertEqual(Score.objects.count(), scores)
        changed = self.call("PUT", made.json()["id"], "lineitem", body={"label": "More", "scoreMaximum": 6})
        self.assertEqual((changed.json()["label"], changed.json()["scoreMaximum"]), ("More", 6))
        self.assertEqual(self.call("DELETE", made.json()["id"], "lineitem").status_code, 204)
        self.assertEqual(self.call("GET", made.json()["id"], "lineitem").status_code, 404)

    def test_for_a_link_of_ours_it_is_the_one_that_there_is(self) -> None:
        link = self.claims["https://purl.imsglobal.org/spec/lti/claim/resource_link"]["id"]
        body = {"label": "Mine", "scoreMaximum": 99, "resourceLinkId": link, "tag": "hw"}
        made = self.call("POST", self.lines, "lineitem", body=body).json()
        self.assertEqual((made["id"], made["label"], made["tag"]), (self.line, self.linked_item.title, "hw"))
        self.assertEqual(self.call("DELETE", self.line, "lineitem").status_code, 403)

    def test_dates_that_it_states_are_kept_beside_ours(self) -> None:
        ours = self.call("GET", self.line, "lineitem").json()
        body = {**ours, "endDateTime": TUESDAY}
        self.assertEqual(self.call("PUT", self.line, "lineitem", body=body).json()["endDateTime"], ours["endDateTime"])
        self.assertEqual(
            StatedDue.objects.get(item=self.linked_item).due.isoformat(), "2026-10-06T14:00:00.250000+00:00"
        )


class Members(Called):
    def members(self, query: str = "") -> Any:
        return self.call("GET", f"{self.claims[NRPS]['context_memberships_url']}{query}", "members")

    def test_the_section_and_who_teaches_it_with_what_may_be_told(self) -> None:
        answer = self.members()
        self.assertEqual(answer["Content-Type"], "application/vnd.ims.lti-nrps.v2.membershipcontainer+json")
        section = Enrolment.objects.get(course=self.course, person=self.person).section
        students = Enrolment.objects.filter(course=self.course, section=section, role="student")
        learners = [m for m in answer.json()["members"] if m["roles"][0].endswith("#Learner")]
        self.assertEqual(len(learners), students.count())
        self.assertIn(self.claims["sub"], [m["user_id"] for m in learners])
        self.assertTrue(all("name" in m and "email" not in m for m in learners))
        taught = self.members("?role=Instructor").json()["members"]
        self.assertTrue(taught)
        self.assertTrue(all(m["roles"][0].endswith("#Instructor") for m in taught))

    def test_pages_then_what_changed_since(self) -> None:
        whole = self.members().json()["members"]
        seen, at = [], "?limit=2"
        while at:
            answer = self.members(at)
            seen += answer.json()["members"]
            link = answer.headers["Link"]
            since = link[1 : link.index(">")].partition("?")[2]
            at = f"?{since}" if 'rel="next"' in link else ""
        self.assertEqual(seen, whole)
        self.assertIn('rel="differences"', link)
        self.assertEqual(self.members(f"?{since}").json()["members"], [])
        section = Enrolment.objects.get(course=self.course, person=self.person).section
        gone = (
            Enrolment.objects.filter(course=self.course, section=section, role="student")
            .exclude(person=self.person)
            .first()
        )
        gone.delete()
        Person.objects.filter(pk=self.person.pk).update(name="Rosalind Tarrow-Ames")
        changed = {m["user_id"]: m["status"] for m in self.members(f"?{since}").json()["members"]}
        self.assertEqual(changed[self.claims["sub"]], "Active")
        self.assertEqual(sorted(changed.values()), ["Active", "Deleted"])

    def test_for_one_link_each_has_what_a_launch_of_theirs_would_carry(self) -> None:
        link = self.claims["https://purl.imsglobal.org/spec/lti/claim/resource_link"]["id"]
        mine = next(m for m in self.members(f"?rlid={link}").json()["members"] if m["user_id"] == self.claims["sub"])
        custom = "https://purl.imsglobal.org/spec/lti/claim/custom"
        self.assertEqual(mine["message"][0][custom], self.claims[custom])
        self.assertEqual(self.members("?rlid=other").status_code, 404)


class OfOthers(Called):
    def test_another_course_section_system_or_scope_is_not_the_callers(self) -> None:
        other = Course.objects.exclude(pk=self.course.pk).first()
        section = Section.objects.filter(course=self.course).order_by("pk").last()
        for address, status in (
            (self.lines.replace(f"/{self.course.pk}/", f"/{other.pk}/"), 404),
            (self.lines.replace(f"/{self.course.pk}/", "/999999/"), 404),
        ):
            self.assertEqual(self.call("GET", address, "lineitem").status_code, status, address)
        theirs = Enrolment.objects.filter(course=self.course, role="student").exclude(
            section=Enrolment.objects.get(course=self.course, person=self.person).section
        )
        elsewhere = self.arrive(theirs.first().person.username)
        self.send(8, MONDAY, 404, user=elsewhere["sub"])
        self.assertIsNotNone(section)
        self.assertEqual(self.call("POST", f"{self.line}/scores", "lineitem", body={}).status_code, 403)
        self.assertEqual(self.call("GET", self.lines, "score").status_code, 403)
        self.assertEqual(self.outside.get(self.lines).status_code, 401)
        self.assertEqual(self.tool.call(self.outside, "GET", self.lines, "made-up").status_code, 401)

    def test_the_line_item_of_another_system_is_not_there(self) -> None:
        LineItem.objects.filter(item=self.linked_item).update(system=self.joined())
        self.system.refresh_from_db()
        # The tool is the newer system now; its old line item belongs to the other one.
        LineItem.objects.filter(item=self.linked_item).update(system=self.system)
        Placement.objects.filter(item=self.linked_item).update(system=self.system)
        self.assertEqual(self.call("GET", self.line, "lineitem").status_code, 404)
        answer = self.call(
            "POST", f"{self.line}/scores", "score", body=self.tool.score(self.claims["sub"], 8, 10, MONDAY)
        )
        self.assertEqual(answer.status_code, 404)

    def test_an_archived_course_takes_no_more_scores(self) -> None:
        Course.objects.filter(pk=self.course.pk).update(archived_at="2026-10-06T12:00Z")
        answer = self.send(8, MONDAY, 409)
        self.assertGreater(len(answer.json()["detail"]), 12)

    def test_one_who_left_has_no_more_scores(self) -> None:
        Enrolment.objects.filter(course=self.course, person=self.person).delete()
        self.send(8, MONDAY, 404)
        behind = self.arrive(BEHIND)
        self.assertNotEqual(behind["sub"], self.claims["sub"])
