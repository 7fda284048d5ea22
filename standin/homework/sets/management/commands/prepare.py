"""Makes the tables, and takes over what a platform says of its classes."""

from __future__ import annotations

import json
from argparse import ArgumentParser
from pathlib import Path
from typing import Any

from django.core.management import BaseCommand, call_command
from django.db import transaction
from django.utils.dateparse import parse_datetime

from sets.joining import keep_platform
from sets.models import Account, Context, Placed, Platform, Sent


class Command(BaseCommand):
    help = "Makes the stand-in's tables. --from: a file in which a platform says whom and what it has."

    def add_arguments(self, parser: ArgumentParser) -> None:
        parser.add_argument("--from", dest="told", default="")

    def handle(self, *args: Any, **options: Any) -> None:
        call_command("migrate", interactive=False, verbosity=0)
        if options["told"]:
            for platform in json.loads(Path(options["told"]).read_text()):
                take_over(platform)


@transaction.atomic
def take_over(told: dict[str, Any]) -> None:
    """A platform, its contexts, accounts, sets and scores. One that is known already stays as it is, unless it has
    moved to another address: then all of it is taken over anew."""
    known = Platform.objects.filter(client_id=told["client_id"])
    if known.filter(issuer=told["about"]["issuer"]).exists():
        return
    known.delete()
    platform = keep_platform(told["about"], told["given"])
    contexts = {}
    for one in told["contexts"]:
        contexts[one["id"]] = Context.objects.create(
            platform=platform, context_id=one["id"], title=one["title"], ags=one["ags"], nrps=one["nrps"]
        )
    accounts = {}
    for one in told["accounts"]:
        accounts[one["subject"]] = Account.objects.create(
            platform=platform,
            subject=one["subject"],
            name=one["name"],
            context=contexts.get(one["context"]),
            access=one["access"],
            until=one["until"] and parse_datetime(one["until"]),
        )
    for one in told["placed"]:
        placed = Placed.objects.create(
            context=contexts[one["context"]],
            link_id=one["link"],
            set_key=one["set"],
            title=one["title"],
            line_item=one["line_item"],
            most=one["most"],
            due=one["due"] and parse_datetime(one["due"]),
        )
        Sent.objects.bulk_create(
            Sent(placed=placed, account=accounts[body["userId"]], body=body) for body in one["scores"]
        )
