"""What is said of missed classes."""

from django.utils.translation import gettext_lazy as _

SENTENCES = {
    "absence.too_early": _("Say this at most 60 days ahead of the class."),
}
