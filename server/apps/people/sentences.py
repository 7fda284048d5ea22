"""What people says."""

from django.utils.translation import gettext_lazy as _

SENTENCES = {
    "person.zone": _("%(zone)s is no time zone that is known. Choose one by its city."),
    "person.budget": _("Give the minutes of each of the seven days, from 0 to %(most)s."),
    "person.makes_no_courses": _(
        "Courses are made by those whom an administrator lets make them. Ask one, or let an instructor add you to"
        " theirs."
    ),
}
