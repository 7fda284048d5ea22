"""What administration says."""

from django.utils.translation import gettext_lazy as _

SENTENCES = {
    "person.last_administrator": _("Unvo keeps at least one administrator. Make somebody else one first."),
    "person.merge_administrator": _("An administrator is not merged into somebody else. Take the right away first."),
    "person.both_worked": _(
        "Both have work or scores for the same item, so nothing was merged. Settle in that course which of it counts;"
        " %(name)s keeps theirs."
    ),
    "person.merge_self": _("Choose two different people."),
    "acting.read_only": _("You look at this as %(name)s. Nothing is changed that way; end it first."),
    "acting.own": _("This is only for %(name)s to see. End looking as them first."),
    "acting.administrator": _("Nobody looks at Unvo as another administrator."),
    "acting.why": _("Say why. It is kept with your name, and they can ask to see it."),
}
