"""What is said of layouts, their dates, conditions, allowances and files."""

from django.utils.translation import gettext_lazy as _

SENTENCES = {
    "allowance.for_one": _("An allowance is for one student, one group or one section. Choose which."),
    "allowance.nothing": _(
        "This allowance changes nothing yet. Give later dates, more time, more attempts, or excuse."
    ),
    "allowance.date_needs_item": _("A date of its own needs an item. For the whole course, give days to add."),
    "allowance.too_far": _("An allowance moves dates by up to a year."),
    "allowance.time_factor": _("Time limits can be multiplied by 0.5 to 10."),
    "allowance.attempts": _("An allowance adds up to 100 attempts."),
    "captions.not_text": _("%(name)s is no WebVTT file: it is not text in UTF-8."),
    "captions.no_header": _("%(name)s is no WebVTT file: it must begin with the line WEBVTT."),
    "captions.times": _("%(name)s, line %(line)s: '%(text)s' is no pair of times like 00:12.000 --> 00:15.500."),
    "captions.backwards": _("%(name)s: caption %(cue)s ends before it begins."),
    "captions.empty": _("%(name)s has no captions in it."),
    "captions.no_recording": _("Only a video or audio item has captions."),
    "file.no_video": _("%(name)s is no video. Choose an MP4 or WebM file."),
    "file.no_audio": _("%(name)s is no audio recording. Choose an MP3, M4A or Ogg file."),
    "file.no_slides": _("%(name)s is no PDF. Save the slides as PDF first."),
    "file.unreadable_pdf": _("%(name)s can't be read as a PDF. Save it anew and try again."),
    "condition.not_there": _("Nothing waits for that any more. Look at the conditions again."),
    "span.far_away": _("The year %(year)s can't be meant. Years from %(first)s to %(last)s are kept."),
    "text.changed_meanwhile": _("%(who)s changed this text meanwhile. Look at both before you save yours over it."),
    "text.embed": _("%(address)s can't be shown inside a text: its host is not on the list (%(hosts)s). Link to it."),
    "item.resources": _("An item takes up to %(most)s files to go with it."),
    "item.length": _("A recording is up to 24 hours long."),
    "item.pages": _("Pages run from 1 to 5,000."),
    "item.rules": _("Join up to %(most)s rules, each one of those that stand alone."),
    "item.percent": _("The share that counts as done must be from 0 to 100 %%."),
    "item.same_module": _("It stands in %(title)s already. Choose another module."),
    "item.no_such_part": _("That part belongs to another module."),
    "item.no_such_place": _("The place to move it to is gone. Load the page again and repeat the move."),
    "item.after_itself": _("An item can only wait for other items of this course."),
    "item.effort": _("Effort is given in minutes, from 0 to 6,000."),
    "want.too_many": _("A discussion asks for up to %(most)s things, each once."),
    "want.count": _("A discussion asks for 1 to %(most)s posts or replies at a time."),
    "want.words": _("A post is asked to have up to %(most)s words."),
    "want.days": _("There can be no more days than posts. Ask for fewer days, or for more posts."),
    "want.before": _("A part is due up to %(most)s days before the whole, not after it."),
    "want.worth": _("What a part is worth is a figure from 0 to 100."),
    "item.never_done": _(
        "Nobody could ever do %(title)s by this rule: it takes no hand-ins, or has no points to score. Choose another."
    ),
    "opening.any": _(
        "%(title)s opens when any one of its conditions holds, so a day beside them would hold nothing back."
        " Change its conditions instead."
    ),
    "item.points": _("Points run from 0 to 10,000."),
    "layout.changed_since": _(
        "This can't be set back, because of what was changed since: %(what)s. Set that back first,"
        " or change it by hand."
    ),
    "layout.nothing_to_undo": _("There is nothing left to undo."),
    "meeting.backwards": _("A class ends at %(end)s, before it begins at %(start)s."),
    "meeting.overlaps": _("Two classes overlap: one more begins at %(start)s."),
    "meeting.day_type": _("'%(on)s' is none of the day types in turn."),
    "meeting.day_twice": _("%(day)s stands twice among the days that differ. Keep one of them."),
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
    "section.in_use": _(
        "%(name)s is named by an allowance or a condition. Change that first (Setup, Allowances; a condition"
        " stands at its item or module), then merge."
    ),
    "course.module_count": _("A course starts with 1 to %(most)s modules. More can be made in it."),
    "course.no_class_days": _(
        "Modules by day need days with class. Say when the course meets, or choose weeks or units."
    ),
    "course.too_many_days": _(
        "The course meets on %(days)s days, and starts with %(most)s modules at most. Choose weeks or units."
    ),
    "term.too_long": _("A term runs for up to %(most)s days."),
    "module.week": _("Week %(week)s is not in this term. It has the weeks %(first)s to %(last)s."),
    "module.objectives": _("A module takes up to 12 objectives."),
    "path.circle": _("These would wait for each other in a circle: %(items)s. Take one of them out."),
    "group.in_use": _("%(name)s has an allowance, or an item is only for it. Take that away first."),
    "condition.too_many": _("Up to %(most)s conditions can stand together."),
    "condition.no_items": _("Choose the items that must be done first, or take this condition out."),
    "condition.no_score": _("A condition on a score needs an item of this course that has points."),
    "condition.so_many": _("Of these items, 1 to %(most)s can be asked for."),
    "condition.for_nobody": _("Choose the groups or sections that this is for."),
    "condition.percent": _("The score asked for is a percentage above 0, up to 100."),
    "span.out_of_order": _("The dates are out of order: '%(before)s' would come before '%(after)s'."),
    "span.unreadable": _("This date could not be read. Write it like 2026-10-18 and 23:59."),
    "span.outside_term": _("%(day)s lies outside the term, which runs from %(first)s to %(last)s."),
    "term.ends_before_start": _("The term ends before it begins."),
    "term.break_backwards": _("%(name)s ends before it begins."),
    "term.break_outside": _("%(name)s lies outside the term."),
    "syllabus.no_text": _("The syllabus is a page or an acknowledgement of this course. Choose one of those."),
}
