"""What notices say."""

from django.utils.translation import gettext_lazy as _

SENTENCES = {
    "notice.choice": _("You are told at once, daily or never, of what is listed. Load the page again, then choose."),
}
