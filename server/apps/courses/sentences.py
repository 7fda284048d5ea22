"""What courses say."""

from django.utils.translation import gettext_lazy as _

SENTENCES = {
    "course.stranger": _("You are not in this course. Ask its instructor, or pick one of yours in the course list."),
    "course.not_opened": _("This course is not open to students yet. Its instructor opens it when it is ready."),
    "allowance.for_one": _("An allowance is for one student, one group or one section. Choose which."),
    "allowance.nothing": _(
        "This allowance changes nothing yet. Give later dates, more time, more attempts, or excuse."
    ),
    "allowance.date_needs_item": _("A date of its own needs an item. For the whole course, give days to add."),
    "allowance.too_far": _("An allowance moves dates by up to a year."),
    "allowance.time_factor": _("Time limits can be multiplied by 0.5 to 10."),
    "allowance.attempts": _("An allowance adds up to 100 attempts."),
    "course.too_many_copies": _("There are very many courses with this code. Give the copy another one."),
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
    "meeting.backwards": _("A class ends at %(end)s, before it begins at %(start)s."),
    "meeting.overlaps": _("Two classes overlap: one more begins at %(start)s."),
    "meeting.day_type": _("'%(on)s' is none of the day types in turn."),
    "meeting.weekday": _("'%(on)s' is not a day of the week."),
    "meeting.empty_rotation": _("Day types in turn need at least one type and one school day."),
    "meeting.unreadable": _("The classes could not be read. Give each a day, a start and an end like 10:00."),
    "moment.circle": _(
        "These dates would follow each other in a circle: %(moments)s. Give one of them a date of its own."
    ),
    "moment.nowhere": _(
        "%(title)s: the moment '%(moment)s' names a week, class or item that this course does not have."
    ),
    "moment.shift": _("Choose up to 500 items, and either days or classes to move them by."),
    "moment.nothing_dated": _("None of these items has a date that could move."),
    "holidays.country": _("No holidays are known for '%(country)s'."),
    "holidays.subdivision": _("'%(subdivision)s' is no part of %(country)s that has holidays of its own."),
    "redate.no_term": _("This course has no dates yet. Give it a term first."),
    "repace.no_days": _("The new term has no day to put work on. Give it classes, or weekdays that are not off."),
    "schedule.zone": _("'%(zone)s' is not a time zone. Choose one such as America/Chicago."),
    "term.too_long": _("A term runs for up to %(most)s days."),
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
