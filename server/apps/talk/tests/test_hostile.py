"""Hostile text at every door through which words come in: cleaned, or refused with a sentence. The list follows the
vectors that the OWASP cheat sheet on filter evasion groups by kind; the strings are our own."""

from __future__ import annotations

import re
from typing import Any

from tests.base import INSTRUCTOR, KEEPS_UP, Caller

from apps.talk.tests.base import TalkCase

ATTACKS = {
    "script": "<p>a</p><script>alert(1)</script>",
    "handler": '<p onclick="alert(1)">a</p><img src=x onerror=alert(1)>',
    "address": '<p><a href="javascript:alert(1)">a</a><a href=" jAvAscript:alert(1)">b</a></p>',
    "data": '<p>a<a href="data:text/html;base64,PHNjcmlwdD4=">b</a></p>',
    "style": '<p style="position:fixed;inset:0;background:url(//evil.example)">a</p><style>*{display:none}</style>',
    "svg": "<p>a</p><svg onload=alert(1)><foreignObject><iframe src=//evil.example></iframe></foreignObject></svg>",
    "frame": '<p>a</p><iframe src="https://evil.example"></iframe><object data="x"></object><embed src="x">',
    "form": '<p>a</p><form action="https://evil.example"><input name="password"><button>Sign in</button></form>',
    "base": '<p>a</p><base href="https://evil.example"><meta http-equiv="refresh" content="0;url=//evil.example">',
    "mathml": "<p>a</p><math><mtext><script>alert(1)</script></mtext></math>",
    "class": '<p class="fixed inset-0" id="content">a</p>',
    "nested": "<p>a</p>" + "<blockquote>" * 2000 + "deep" + "</blockquote>" * 2000,
}
BAD = re.compile(
    r"<(script|svg|style|iframe|object|embed|form|input|button|base|meta|math)|\son\w+=|javascript:|data:|style=|evil",
    re.IGNORECASE,
)


class HostileText(TalkCase):
    def setUp(self) -> None:
        super().setUp()
        self.rules(after_own=False)
        base = "/courses/srv-110"
        self.doors = {
            "post": (self.ros, self.at("/posts"), self.at(), {}),
            "question": (self.ros, f"{base}/questions", f"{base}/questions", {"about": "course"}),
            "message": (self.ros, f"{base}/messages", f"{base}/messages/{{thread}}", {"people": []}),
            "announcement": (self.teacher, f"{base}/announcements", f"{base}/announcements", {"title": "A"}),
        }

    def htmls(self, found: Any) -> list[str]:
        """Every rich text of an answer."""
        if isinstance(found, dict):
            own = [found["html"]] if isinstance(found.get("html"), str) else []
            return own + [h for value in found.values() for h in self.htmls(value)]
        return [h for one in found for h in self.htmls(one)] if isinstance(found, list) else []

    def test_it_comes_back_clean_by_every_door(self) -> None:
        for door, (who, path, page, body) in self.doors.items():
            for name, html in ATTACKS.items():
                with self.subTest(door=door, attack=name):
                    answer = who.send("POST", path, body | {"html": html})
                    self.assertIn(answer.status_code, (200, 422), answer.content[:300])
                    if answer.status_code == 422:
                        self.assertTrue(answer.json()["detail"].endswith("."))
                        continue
                    thread = answer.json().get("thread")
                    shown = self.htmls(Caller(INSTRUCTOR).get(page.format(thread=thread)).json())
                    self.assertTrue(any("a" in h for h in shown))
                    for one in shown:
                        self.assertIsNone(BAD.search(one), one[:300])
                        self.assertNotRegex(one, r'class="fixed|id="content"')

    def test_an_empty_core_is_refused_with_a_sentence(self) -> None:
        for door, (who, path, _page, body) in self.doors.items():
            with self.subTest(door=door):
                self.refused(who.send("POST", path, body | {"html": "<script>x</script>"}), 422, "written.empty")

    def test_marks_that_turn_the_line_in_a_name_stay_within_the_name(self) -> None:
        """A name may be written from right to left; what turns the rest of the line has no place in one."""
        self.ros.send("PATCH", "/me", {"name": "Rosa \u202elind\u202c \u05e8\u05d5\u05d6\u05d4"})
        self.said(Caller(KEEPS_UP))
        [thread] = self.page(self.teacher)["threads"]
        self.assertNotRegex(thread["head"]["author"], "[\u202a-\u202e\u2066-\u2069]")
        self.assertIn("\u05e8\u05d5\u05d6\u05d4", thread["head"]["author"])
