"""What courses say."""

from django.utils.translation import gettext_lazy as _

SENTENCES = {
    "course.stranger": _("You are not in this course. Ask its instructor, or pick one of yours in the course list."),
    "course.teachers_only": _("Only the teachers of this course can see this."),
    "course.instructors_only": _("Only an instructor of this course can change its layout."),
    "course.students_only": _("Only students of this course do this; your place in it is another."),
    "course.other_section": _("This student is in a section that you were not given."),
    "item.locked": _("%(title)s is locked. It opens after: %(after)s."),
    "item.not_open": _("%(title)s opens %(opens)s."),
    "item.closed": _("%(title)s closed %(closes)s. Ask your instructor if you still need it."),
    "item.wrong_kind": _("This item is ticked off by its own rule, not by hand."),
    "item.edition_gone": _("This text has a newer edition. Read it again, then acknowledge it."),
    "item.no_such_part": _("That part belongs to another module."),
    "item.no_such_place": _("The place to move it to is gone. Load the page again and repeat the move."),
    "item.after_itself": _("An item can only wait for other items of this course."),
    "item.effort": _("Effort is given in minutes, from 0 to 6,000."),
    "item.points": _("Points run from 0 to 10,000."),
    "layout.changed_since": _("This was changed again in the meantime, so it can't be undone. Change it by hand."),
    "layout.nothing_to_undo": _("There is nothing left to undo."),
    "module.week": _("Week %(week)s is not in this term. It has the weeks %(first)s to %(last)s."),
    "module.objectives": _("A module takes up to 12 objectives."),
    "path.circle": _("These would wait for each other in a circle: %(items)s. Take one of them out."),
    "span.out_of_order": _("The dates are out of order: '%(before)s' would come before '%(after)s'."),
    "span.unreadable": _("This date could not be read. Write it like 2026-10-18 and 23:59."),
    "span.outside_term": _("%(day)s lies outside the term, which runs from %(first)s to %(last)s."),
    "term.ends_before_start": _("The term ends before it begins."),
    "term.break_backwards": _("%(name)s ends before it begins."),
    "term.break_outside": _("%(name)s lies outside the term."),
}
