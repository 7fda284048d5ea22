"""What is said of rhythms and pasted tables."""

from django.utils.translation import gettext_lazy as _

SENTENCES = {
    "rhythm.no_term": _("This needs a term with weeks. Give the course its term first."),
    "rhythm.no_steps": _("The rhythm falls on no week or class of this term. Choose other weeks."),
    "rhythm.too_many": _("That would make more than %(most)s items at once. Stamp a part of the term."),
    "rhythm.unreadable": _(
        "The rhythm could not be read. Each item needs a kind and a title, each moment a day and time."
    ),
    "rhythm.empty": _("A rhythm needs at least one item."),
    "rhythm.title": _("Every item of a rhythm needs a title."),
    "rhythm.title_same": _("'%(title)s' would be the same every time. Write {n} or {topic} where it should differ."),
    "rhythm.no_place": _("%(title)s: week %(week)s has no such class or week, so this moment stays open."),
    "table.nothing_new": _("Nothing in this table is new or different, so nothing was changed."),
    "table.empty": _("Paste a table with a line of headings and at least one row."),
    "table.long": _("A table can have up to %(most)s rows. Paste it in parts."),
    "table.no_time": _("No column says when. Head one 'Week' or 'Date'."),
    "table.no_content": _("No column says what. Head one 'Topic', 'Reading' or 'Due'."),
    "table.column": _("Column '%(column)s' is left out: its heading is none of week, date, topic, reading, due."),
    "table.date_unreadable": _("'%(cell)s' can't be read as a date, so this row is left out."),
    "table.date_outside": _("'%(cell)s' (%(day)s) lies outside the term, so this row is left out."),
    "table.date_in_break": _("'%(cell)s' falls on %(name)s, so this row is left out."),
    "table.date_swapped": _("'%(cell)s' stands the other way round than the others; it is read as %(day)s."),
    "table.weekday_wrong": _("'%(cell)s' names another weekday than its date has; the date is believed: %(day)s."),
    "table.week_contradicts": _("Week %(week)s is not the week of %(day)s; the date is believed."),
    "table.class_unknown": _("'%(cell)s' is no class of this term, so this row stays with the one above."),
    "table.week_unknown": _("'%(cell)s' is no week of this term, so this row is left out."),
    "table.week_unreadable": _("'%(cell)s' can't be read as a week, so this row is left out."),
    "table.no_week": _("This row has no week or date, and none above it, so it is left out."),
}
