"""What the library of accounts mails: a forgotten password, in our words and through our queue."""

from typing import Any

from django.utils.translation import gettext as _

from apps.notices.public import queue_mail
from apps.people.public import ClosedDoor


class Door(ClosedDoor):
    """Whoever asks for an address that nobody has gets no mail, and the same answer as everybody."""

    def send_mail(self, template_prefix: str, email: str, context: dict[str, Any]) -> None:
        if not template_prefix.endswith("password_reset_key"):
            return
        body = _(
            "%(name)s,\n\nsomebody asked for another password for you in Unvo. If it was you, set it here:\n%(link)s\n"
            "\nIf it was not, do nothing: the present one stays.\n"
        )
        words = {"name": context["user"].name, "link": context["password_reset_url"]}
        queue_mail(email, _("Another password"), body % words)
