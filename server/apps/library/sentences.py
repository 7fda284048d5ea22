"""What the library says."""

from django.utils.translation import gettext_lazy as _

SENTENCES = {
    "entry.steps": _("Up to %(most)s steps to sign up fit here."),
    "entry.no_step": _("There is no such step any more. Load the page again."),
    "entry.step_visited": _("You have been in %(system)s: this step is taken."),
    "entry.notes": _("A fact has up to 300 characters."),
    "certificate.none": _("This course gives no certificate."),
    "certificate.not_yet": _("The certificate comes when everything required is done. Still missing: %(left)s items."),
    "report.too_many": _("You have reported %(most)s errors that nobody has looked at yet. Wait for an answer first."),
}
