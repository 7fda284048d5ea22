"""What is said by pages."""

from django.utils.translation import gettext_lazy as _

SENTENCES = {
    "gradebook.no_names": _(
        "The first row must name a column ‘Sign-in name’ or ‘E-mail’, so that each row finds its student. Take the "
        "gradebook out to have such a table."
    ),
    "gradebook.no_items": _(
        "No column is named as an item of this course. Give a column an item's title, as the table that is taken out "
        "has it."
    ),
    "gradebook.nobody": _("“%(name)s” is the sign-in name or e-mail of no student whom you teach here."),
    "gradebook.twice": _("“%(name)s” stands in an earlier row already. Leave one of the two."),
    "grading.effect_busy": _("Others have such figures reckoned just now. Wait a moment, then change the rule again."),
    "removal.work": _(
        "%(title)s holds %(work)s. All of it goes out of sight with it, is kept, and comes back from the history."
    ),
}
