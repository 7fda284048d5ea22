"""What is said of work that is locked, closed or done otherwise."""

from django.utils.translation import gettext_lazy as _

SENTENCES = {
    "item.locked": _("%(title)s is locked. It opens after: %(after)s."),
    "item.not_watched": _("Only a video or audio item keeps how far it was watched."),
    "item.locked_or_at": _("%(title)s is locked. It opens after: %(after)s; or on %(at)s."),
    "item.by_hand": _("%(title)s is locked. Your instructor opens it by hand."),
    "item.locked_and_by_hand": _(
        "%(title)s is locked. It opens after: %(after)s, and when your instructor opens it by hand."
    ),
    "item.not_open": _("%(title)s opens %(opens)s."),
    "item.closed": _("%(title)s closed %(closes)s. Ask your instructor if you still need it."),
    "item.wrong_kind": _("This item is ticked off by its own rule, not by hand."),
    "item.edition_gone": _("This text has a newer edition. Read it again, then acknowledge it."),
    "walk.unreadable": _("This walk-through names a section or group that is gone. Begin it again."),
}
