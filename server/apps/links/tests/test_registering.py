"""Registrations, and what comes back when content was picked: what is right, and what is refused."""

from __future__ import annotations

import time
from datetime import UTC, datetime, timedelta
from unittest import mock
from urllib.parse import urlencode

from django.test import override_settings
from tests.base import ADMINISTRATOR, INSTRUCTOR, KEEPS_UP

from apps.links.actions.join_system import begin_registration
from apps.links.lti import keys as our_keys
from apps.links.models import LinkedSystem, Picking, PlatformKey
from apps.links.tests.linked import Linked, actor_named
from apps.links.tests.tool import DL, LTI, Tool, unsigned
from apps.people.models import Person


class Answers(Linked):
    """What a system sends back when content was picked."""

    def setUp(self) -> None:
        super().setUp()
        self.picking = Picking.objects.create(
            system=self.system,
            course=self.course,
            section=self.course.sections.first(),
            person=Person.objects.get(username=INSTRUCTOR),
            begun_at="2026-10-07T10:00Z",
        )
        browser = self.browser(INSTRUCTOR)
        self.claims = self.tool.arrive(browser, browser.get(f"/lti/pick/{self.picking.key}")["Location"])
        self.back = self.claims[DL + "deep_linking_settings"]["deep_link_return_url"]

    def send(self, token: str) -> int:
        return self.outside.post(self.back, {"JWT": token}).status_code

    def test_what_is_right_comes_back_and_places_nothing(self) -> None:
        items = [
            {
                "type": "ltiResourceLink",
                "title": "Set 8A",
                "url": f"{self.tool.base}/launch?set=8a",
                "lineItem": {"scoreMaximum": 30, "resourceId": "8a"},
                "submission": {"endDateTime": "2026-10-18T23:59:00-05:00"},
            },
            {"type": "ltiResourceLink", "title": "Elsewhere", "url": "https://elsewhere.example/x"},
            {"type": "html", "html": "<p>"},
        ]
        self.assertEqual(self.send(self.tool.picked(self.claims, items)), 303)
        self.picking.refresh_from_db()
        first, second, third = self.picking.picked
        self.assertEqual((first["title"], first["points"], first["resource_id"]), ("Set 8A", "30", "8a"))
        self.assertEqual(first["due"], "2026-10-18T23:59:00-05:00")
        self.assertEqual((second["refused"], third["refused"]), ("links.content_address", "links.content_kind"))
        self.assertIsNone(self.picking.placed_at)

    def test_the_request_says_what_can_be_placed(self) -> None:
        settings = self.claims[DL + "deep_linking_settings"]
        self.assertEqual(self.claims[LTI + "message_type"], "LtiDeepLinkingRequest")
        self.assertEqual(settings["accept_types"], ["ltiResourceLink"])
        self.assertTrue(settings["accept_multiple"])
        self.assertEqual(self.claims[LTI + "target_link_uri"], f"{self.tool.base}/pick")

    def test_all_else_is_refused(self) -> None:
        at = int(time.time())
        wrong = {
            "issuer": {"iss": "somebody"},
            "audience": {"aud": "https://elsewhere.example"},
            "deployment": {LTI + "deployment_id": "other"},
            "message": {LTI + "message_type": "LtiResourceLinkRequest"},
            "version": {LTI + "version": "1.1"},
            "data": {DL + "data": "other"},
            "nonce": {"nonce": ""},
            "old": {"exp": at - 200, "iat": at - 300},
            "early": {"iat": at + 900, "exp": at + 1000},
        }
        for name, claims in wrong.items():
            self.assertEqual(self.send(self.tool.picked(self.claims, [], **claims)), 400, name)
        self.assertEqual(self.send(unsigned({"iss": self.tool.client_id})), 400)
        good = self.tool.picked(self.claims, [])
        self.assertEqual(self.send(good), 303)
        self.assertEqual(self.send(good), 400, "replayed")

    def test_a_choice_is_the_persons_who_began_it(self) -> None:
        answer = self.browser(KEEPS_UP).get(f"/lti/pick/{self.picking.key}")
        self.assertEqual(answer.status_code, 404)


class Registrations(Linked):
    def asked(self) -> str:
        return begin_registration(actor_named(ADMINISTRATOR), None, f"{self.tool.base}/register")

    def test_a_registration_waits_to_be_let_in(self) -> None:
        fresh = Tool(self.pages)
        self.assertEqual(fresh.register(self.outside, self.asked()).status_code, 200)
        self.assertTrue(LinkedSystem.objects.get(client_id=fresh.client_id).waits)
        self.assertEqual(fresh.ask_token(self.outside, fresh.signed(fresh.assertion()), "score").status_code, 401)

    def test_a_registration_token_is_good_once_and_for_an_hour(self) -> None:
        asked = self.asked()
        self.assertEqual(Tool(self.pages).register(self.outside, asked).status_code, 200)
        self.refused(Tool(self.pages).register(self.outside, asked), 401, "links.registration_token")
        asked = self.asked()
        with mock.patch("django.core.signing.time.time", return_value=time.time() + 3601):
            self.refused(Tool(self.pages).register(self.outside, asked), 401, "links.registration_token")
        made_up = asked.partition("registration_token=")[0] + "registration_token=made-up"
        self.refused(Tool(self.pages).register(self.outside, made_up), 401, "links.registration_token")

    def test_what_can_be_no_system_is_refused_and_the_token_stays_good(self) -> None:
        asked = self.asked()
        for other, code in (
            ({"redirect_uris": ["http://10.0.0.7/launch"]}, "links.address"),
            ({"redirect_uris": ["https://u:p@tool.example/launch"]}, "links.address"),
            ({"redirect_uris": []}, "links.no_redirect"),
            ({"jwks_uri": "file:///etc/passwd"}, "links.address"),
            ({"jwks_uri": ""}, "links.no_keys"),
            ({"client_name": " "}, "links.no_name"),
            ({"response_types": ["code"]}, "links.flow"),
            ({"token_endpoint_auth_method": "client_secret_post"}, "links.auth_method"),
            ({"https://purl.imsglobal.org/spec/lti-tool-configuration": None}, "links.no_tool_configuration"),
            ({"redirect_uris": ["https://tool.example/launch"]}, "links.other_host"),
        ):
            self.refused(Tool(self.pages).register(self.outside, asked, **other), 400, code)
        self.assertEqual(Tool(self.pages).register(self.outside, asked).status_code, 200)


class OurKeys(Linked):
    def test_what_an_old_key_signed_is_honoured_for_a_stated_time(self) -> None:
        browser = self.browser()
        begun = self.begun(browser)["Location"]
        form = self.tool.posted(browser.get(f"{self.tool.authorize_at}?{urlencode(self.tool.question(begun))}"))
        our_keys.make_key()
        self.tool.read(self.outside, form["id_token"])
        self.assertEqual(len(self.outside.get(self.tool.keys_at).json()["keys"]), 2)
        late = datetime.now(UTC) + our_keys.HONOURED + timedelta(minutes=1)
        with mock.patch("django.utils.timezone.now", return_value=late):
            self.assertEqual(len(self.outside.get(self.tool.keys_at).json()["keys"]), 1)

    def test_with_another_secret_of_the_place_another_key_signs_and_the_old_is_still_honoured(self) -> None:
        first = our_keys.signing_key().kid
        with override_settings(SECRET_KEY="another secret of this place, as after a restore"):
            self.assertNotEqual(our_keys.signing_key().kid, first)
            self.assertIn("sub", self.arrive())
        kids = [key["kid"] for key in self.outside.get(self.tool.keys_at).json()["keys"]]
        self.assertEqual((len(kids), first in kids), (2, True))

    def test_private_halves_are_published_nowhere_and_kept_sealed(self) -> None:
        our_keys.signing_key()
        for key in self.outside.get(self.tool.keys_at).json()["keys"]:
            self.assertEqual({"kty", "n", "e", "kid", "use", "alg"}, set(key))
        self.assertNotIn("PRIVATE", PlatformKey.objects.get().sealed)
