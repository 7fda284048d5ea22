"""What is said by pages."""

from django.utils.translation import gettext_lazy as _

SENTENCES = {
    "grading.effect_busy": _("Others have such figures reckoned just now. Wait a moment, then change the rule again."),
    "removal.work": _(
        "%(title)s holds %(work)s. All of it goes out of sight with it, is kept, and comes back from the history."
    ),
}
