"""What is refused: one test for each way of coming in that is not the right one."""

from __future__ import annotations

import time
from unittest import mock
from urllib.parse import urlencode

from django.core import signing
from django.test import override_settings
from joserfc.jwk import RSAKey
from tests.base import BEHIND, INSTRUCTOR, KEEPS_UP

from apps.links.models import LinkedSystem
from apps.links.tests.linked import Linked
from apps.links.tests.tool import signed_by_public_key, unsigned


class Questions(Linked):
    """What a system asks when somebody comes."""

    def ask(self, username: str = KEEPS_UP, begun_by: str = KEEPS_UP, **other: str) -> tuple[int, str]:
        begun = self.begun(self.browser(begun_by))["Location"]
        question = self.tool.question(begun, **other)
        answer = self.browser(username).get(f"{self.tool.authorize_at}?{urlencode(question)}")
        self.assertNotIn('name="id_token"', answer.content.decode())
        return answer.status_code, answer.content.decode()

    def test_an_address_that_it_was_not_registered_with_gets_nothing(self) -> None:
        for wrong in ("https://elsewhere.example/launch", self.tool.launch_at + "/", self.tool.launch_at + "?a=1", ""):
            status, page = self.ask(redirect_uri=wrong)
            self.assertEqual(status, 400)
            self.assertNotIn("<form", page)

    def test_an_unknown_client_gets_nothing(self) -> None:
        self.assertEqual(self.ask(client_id="somebody")[0], 400)
        self.assertEqual(self.ask(client_id="some\0body")[0], 400)

    def test_other_faults_are_told_to_the_system_with_its_state(self) -> None:
        for field, value, error in (
            ("response_type", "code", "unsupported_response_type"),
            ("scope", "openid email", "invalid_scope"),
            ("response_mode", "query", "invalid_request"),
            ("prompt", "login", "invalid_request"),
            ("nonce", "", "invalid_request"),
            ("login_hint", "", "invalid_request"),
        ):
            status, page = self.ask(**{field: value, "state": "kept-state"})
            self.assertEqual(status, 200)
            self.assertIn(f'value="{error}"', page, field)
            self.assertIn('value="kept-state"', page)

    def test_one_nonce_is_answered_once(self) -> None:
        browser = self.browser()
        question = self.tool.question(self.begun(browser)["Location"])
        self.tool.posted(browser.get(f"{self.tool.authorize_at}?{urlencode(question)}"))
        again = browser.get(f"{self.tool.authorize_at}?{urlencode(question)}")
        self.assertEqual(again.status_code, 400)
        self.assertNotIn("id_token", again.content.decode())

    def test_a_launch_that_another_began_is_not_answered(self) -> None:
        self.assertEqual(self.ask(BEHIND, begun_by=KEEPS_UP)[0], 403)
        self.assertEqual(self.ask(INSTRUCTOR, begun_by=KEEPS_UP)[0], 403)

    def test_hints_are_ours_fresh_and_of_one_piece(self) -> None:
        other = self.tool.question(self.begun(self.browser(BEHIND))["Location"])
        for fields in (
            {"login_hint": other["login_hint"]},
            {"lti_message_hint": other["lti_message_hint"]},
            {"login_hint": "made-up"},
            {"lti_message_hint": ""},
            {"lti_message_hint": signing.dumps({"subject": "x"}, salt="other")},
        ):
            self.assertEqual(self.ask(**fields)[0], 400, fields)
        begun = self.begun(self.browser())["Location"]
        question = self.tool.question(begun)
        with mock.patch("django.core.signing.time.time", return_value=time.time() + 601):
            answer = self.browser().get(f"{self.tool.authorize_at}?{urlencode(question)}")
        self.assertEqual(answer.status_code, 400)
        self.assertIn("ten minutes", answer.content.decode())

    def test_nobody_signed_in_is_told_as_the_standard_has_it(self) -> None:
        question = self.tool.question(self.begun(self.browser())["Location"])
        page = self.outside.get(f"{self.tool.authorize_at}?{urlencode(question)}").content.decode()
        self.assertIn('value="login_required"', page)
        self.assertNotIn("id_token", page)


class Assertions(Linked):
    """What a system signs to get a token."""

    def refuse(self, assertion: str, error: str = "invalid_client", status: int = 401) -> None:
        answer = self.tool.ask_token(self.outside, assertion, "score")
        self.assertEqual((answer.status_code, answer.json()["error"]), (status, error), answer.content)
        self.assertGreater(len(answer.json()["error_description"]), 12)

    def test_only_what_it_signed_itself_with_a_key_of_its_set(self) -> None:
        claims = self.tool.assertion()
        stranger = RSAKey.generate_key(2048)
        self.refuse(self.tool.signed(claims, stranger))
        self.refuse(self.tool.signed(claims, stranger, kid=str(self.tool.key.kid)))
        self.refuse(self.tool.signed(claims, kid="unknown"))
        self.refuse(signed_by_public_key(self.tool, claims))
        self.refuse(unsigned(claims))
        self.refuse(unsigned(claims, "RS256"))
        self.refuse("")
        self.refuse("a.b.c")
        self.refuse("x" * 70_000)

    def test_only_in_its_own_name_and_for_us(self) -> None:
        for wrong in (
            {"iss": "somebody"},
            {"iss": "some\0body"},
            {"sub": "somebody"},
            {"aud": "https://elsewhere.example/token"},
            {"aud": [self.tool.token_at, "https://elsewhere.example"]},
            {"aud": []},
            {"jti": None},
            {"jti": ""},
        ):
            self.refuse(self.tool.signed(self.tool.assertion(**wrong)))

    def test_only_now(self) -> None:
        at = int(time.time())
        for wrong in (
            {"exp": at - 120},
            {"exp": None},
            {"iat": at + 600},
            {"iat": None},
            {"nbf": at + 600},
            {"exp": at + 10 * 3600},
            {"iat": at - 10 * 3600},
            {"exp": "soon"},
        ):
            self.refuse(self.tool.signed(self.tool.assertion(**wrong)))

    def test_only_once(self) -> None:
        assertion = self.tool.signed(self.tool.assertion())
        self.assertEqual(self.tool.ask_token(self.outside, assertion, "score").status_code, 200)
        self.refuse(assertion)

    def test_only_scopes_that_it_was_given(self) -> None:
        self.system.scopes = [s for s in self.system.scopes if "score" not in s]
        self.system.save()
        self.refuse(self.tool.signed(self.tool.assertion()), "invalid_scope", 400)
        given = self.tool.ask_token(self.outside, self.tool.signed(self.tool.assertion()), "score", "members").json()
        self.assertNotIn("scope/score", given["scope"])

    def test_a_scope_that_is_taken_away_is_gone_from_tokens_that_are_out(self) -> None:
        token = self.tool.token(self.outside, "members")
        address = f"http://testserver/lti/{self.course.pk}/{self.course.sections.first().pk}/members"
        self.assertEqual(self.tool.call(self.outside, "GET", address, token).status_code, 200)
        self.system.scopes = []
        self.system.save()
        self.assertEqual(self.tool.call(self.outside, "GET", address, token).status_code, 403)

    def test_a_token_is_good_for_an_hour(self) -> None:
        token = self.tool.token(self.outside, "members")
        address = f"http://testserver/lti/{self.course.pk}/{self.course.sections.first().pk}/members"
        with mock.patch("django.core.signing.time.time", return_value=time.time() + 3601):
            self.assertEqual(self.tool.call(self.outside, "GET", address, token).status_code, 401)

    def test_more_calls_than_a_minute_has_room_for_are_put_off(self) -> None:
        token = self.tool.token(self.outside, "members")
        address = f"http://testserver/lti/{self.course.pk}/{self.course.sections.first().pk}/members"
        with override_settings(LINKS_CALLS_A_MINUTE=1), mock.patch("apps.links.services.pace._counts", {}):
            self.assertEqual(self.tool.call(self.outside, "GET", address, token).status_code, 200)
            put_off = self.tool.call(self.outside, "GET", address, token)
        self.assertEqual((put_off.status_code, put_off["Retry-After"]), (429, "5"))

    def test_a_key_that_is_rolled_over_is_found(self) -> None:
        self.tool.token(self.outside, "score")
        self.tool.key = RSAKey.generate_key(2048, {"use": "sig", "alg": "RS256"}, auto_kid=True)
        self.tool.publish()
        # Within a minute of the last reading it is not read anew.
        self.refuse(self.tool.signed(self.tool.assertion()))
        LinkedSystem.objects.update(keys_at="2026-10-01T00:00Z")
        self.tool.token(self.outside, "score")
