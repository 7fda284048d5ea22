"""What is said of students who read each other's work."""

from django.utils.translation import gettext_lazy as _

SENTENCES = {
    "review.no_work": _("Choose the assignment of this course whose work is read; it has to take hand-ins."),
    "review.each": _("Everybody can read from 1 to {most} works."),
    "review.drawn": _("The lot is drawn, and {n} reviews are sent: whose work is read stays as it is."),
    "review.nobody": _("Nobody has handed anything in yet. Draw when there are works to read."),
    "review.one": _("Only one work is handed in yet. Draw when there are at least two."),
    "review.not_yours": _("This work was not drawn for you to read."),
    "review.empty": _("Write what you noticed, or choose a level of each criterion, before you send your review."),
    "review.open": _("Give points, or choose a level of each criterion, before you send your review."),
    "review.changed_elsewhere": _(
        "This review was changed in another window or on another device. Look at both, then save again; nothing of"
        " yours is lost."
    ),
    "review.no_means": _("No work has a review that was sent, or all of them have scores already."),
}
