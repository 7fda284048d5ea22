"""What joining says."""

from django.utils.translation import gettext_lazy as _

SENTENCES = {
    "people.empty": _("There is nobody in this list. Paste lines with a name and an e-mail address."),
    "people.long": _("A list has up to %(most)s people. Paste it in parts."),
    "people.no_address": _("Line %(line)s has no e-mail address (%(name)s). Add it, or leave the line out."),
    "people.bad_address": _("Line %(line)s: '%(address)s' is no e-mail address. Correct it, or leave the line out."),
    "people.long_name": _("Line %(line)s: a name has up to %(most)s characters. Shorten it."),
    "people.no_section": _("Line %(line)s: there is no section '%(section)s' in this course. Choose one."),
    "people.too_many": _("Up to %(most)s people are enrolled at once. Send the list in parts."),
    "invitation.unknown": _(
        "This link is not one of ours, or it was cut short on the way. Copy it whole from the mail, or ask for another."
    ),
    "invitation.used": _("This invitation was used already. Sign in with the password that you set."),
    "invitation.over": _(
        "This invitation has ended. Ask for another one with 'Forgotten your password' at the sign-in page."
    ),
    "invitation.there_already": _("%(name)s has a password already and needs no invitation."),
    "password.weak": _("%(why)s"),
    "code.unknown": _("There is no class with this code. Check it letter by letter, or ask your instructor."),
    "code.closed": _("This code is not in use any more. Ask your instructor for the present one."),
    "code.withdrawn": _(
        "You were taken out of this course, and a code does not bring you back. Ask its instructor: your work is kept."
    ),
    "code.used_up": _("This code has let in as many as it was made for. Ask your instructor for another one."),
    "code.ends_before": _("A code ends in the future. Choose a later day."),
}
