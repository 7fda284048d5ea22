"""A course with a linked system: what the tests of links begin with."""

from __future__ import annotations

from typing import Any

from django.test import Client, override_settings
from tests.base import ADMINISTRATOR, KEEPS_UP, DemoCase

from apps.kernel.public import Actor
from apps.layout.models import Item
from apps.links.actions.join_system import begin_registration, let_in
from apps.links.lti import names
from apps.links.models import LinkedSystem, Placement
from apps.links.tests.tool import Pages, Tool
from apps.people.models import Person


def actor_named(username: str) -> Actor:
    person = Person.objects.get(username=username)
    return Actor(person.pk, person.name)


class Linked(DemoCase):
    """SRV 110 with a tool that registered itself for the whole place, and one item of it that is worked there."""

    def setUp(self) -> None:
        super().setUp()
        self.pages = Pages()
        self.addCleanup(self.pages.close)
        self.tool = Tool(self.pages)
        reach = override_settings(LINKS_PRIVATE_HOSTS=[self.pages.host], PUBLIC_ADDRESS="http://testserver")
        reach.enable()
        self.addCleanup(reach.disable)
        self.outside = Client()
        self.system = self.joined()
        self.linked_item = self.place(self.item("Set 7A: latitudes and departures"), "set-7a")

    def joined(self) -> LinkedSystem:
        keeper = actor_named(ADMINISTRATOR)
        asked = begin_registration(keeper, None, f"{self.tool.base}/register")
        told = self.tool.register(self.outside, asked)
        self.assertEqual(told.status_code, 200, told.content)
        system = LinkedSystem.objects.get(client_id=self.tool.client_id)
        let_in(keeper, system, names.SCOPES, sends_name=True, sends_email=False)
        return system

    def place(self, item: Item, resource_id: str = "") -> Item:
        item.kind = "linked"
        item.save(update_fields=["kind"])
        Placement.objects.create(
            item=item, system=self.system, address=f"{self.tool.base}/launch?set=7a", resource_id=resource_id
        )
        return item

    def browser(self, username: str = KEEPS_UP) -> Client:
        client = Client()
        client.force_login(Person.objects.get(username=username))
        return client

    def begun(self, browser: Client, item: Item | None = None, **query: str) -> Any:
        """The answer to opening an item: a redirect to the tool's login, or a refusal."""
        return browser.get(f"/lti/open/{self.course.slug}/{(item or self.linked_item).pk}", query)

    def arrive(self, username: str = KEEPS_UP, item: Item | None = None, **other: str) -> dict[str, Any]:
        """The claims with which this person arrives at the tool."""
        browser = self.browser(username)
        begun = self.begun(browser, item)
        self.assertEqual(begun.status_code, 302, begun.content)
        return self.tool.arrive(browser, begun["Location"], **other)
