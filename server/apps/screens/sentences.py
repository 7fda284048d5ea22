"""What is said by pages."""

from django.utils.translation import gettext_lazy as _

SENTENCES = {
    "removal.work": _(
        "%(title)s holds %(work)s. All of it goes out of sight with it, is kept, and comes back from the history."
    ),
}
