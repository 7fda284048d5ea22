from argparse import ArgumentParser
from threading import Thread
from typing import Any

import waitress
from django.core.management import BaseCommand

from sets.sending import keep_sending


class Command(BaseCommand):
    help = "Serves the stand-in, and sends its scores."

    def add_arguments(self, parser: ArgumentParser) -> None:
        parser.add_argument("--port", type=int, required=True)

    def handle(self, *args: Any, **options: Any) -> None:
        from homework.wsgi import application

        Thread(target=keep_sending, daemon=True).start()
        waitress.serve(application, host="127.0.0.1", port=options["port"], threads=8, ident=None, _quiet=True)
