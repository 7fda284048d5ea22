"""What the date check says: findings and their fixes."""

from django.utils.translation import gettext_lazy as _

SENTENCES = {
    "check.gone": _("These findings are settled already. The list has been read again."),
}


FINDINGS = {
    "span.order": _("The dates of %(title)s are out of order: '%(first)s' would come before '%(then)s'."),
    "moment.nowhere": _("%(title)s: '%(moment)s' names a week, class or item that this course does not have."),
    "moment.outside_term": _("%(title)s: '%(moment)s' is %(at)s, outside the term (%(first)s to %(last)s)."),
    "moment.day_off": _("%(title)s: '%(moment)s' is %(at)s, on a day without class (%(name)s)."),
    "opens.after_week": _("%(title)s opens %(at)s, after its week %(week)s is over."),
    "due.odd_time": _("%(title)s is due at %(time)s; the usual time is %(default)s."),
    "due.piled_up": _("%(count)s things are due at once, %(at)s: %(titles)s."),
    "live.off_pattern": _("%(title)s begins %(at)s, but the class is %(nearest)s."),
    "linked.due_differs": _("%(title)s is due %(ours)s here and %(theirs)s in its linked system."),
    "linked.section_differs": _("%(title)s is due %(ours)s here for %(section)s and %(theirs)s in its linked system."),
    "linked.stray": _(
        "%(system)s keeps scores for %(title)s, which stands at no item. They count nowhere until it is made one."
    ),
    "linked.no_system": _("%(title)s is worked in a linked system, but none is linked to it."),
    "linked.not_in_use": _(
        "%(system)s is not put to use in this course. What is worked in it opens for nobody, %(title)s first (%(count)s"
        " in all). Whoever keeps the linked systems can put it to use."
    ),
    "due.before_awaited": _("%(title)s is due %(at)s, before %(awaited)s (%(awaited_at)s), which it waits for."),
    "waits.on_hidden": _("%(title)s waits for %(awaited)s, which students can't see."),
    "waits.on_undated": _("%(title)s is due %(at)s and waits for %(awaited)s, which has no due date."),
    "waits.on_gone": _("%(title)s waits for an item that is gone."),
    "waits.for_nobody": _("%(title)s is only for groups or sections that no student is in, so nobody has it."),
    "module.hidden": _("%(module)s is hidden, and %(count)s items in it have due dates, %(title)s first."),
    "title.twice": _("%(module)s has two items called %(title)s."),
    "exam.no_place": _("%(title)s has neither a room nor a link."),
    "done.never": _("%(title)s is required, but by its done rule nobody can ever do it."),
    "points.none": _("%(title)s counts, but has no points."),
    "category.none": _("%(title)s counts, but is in no category."),
    "weights.not_100": _("The weights of the categories add to %(sum)s %%, not 100 %%."),
    "drops.all": _("%(category)s drops %(drops)s of its %(count)s items, so none would be left."),
    "graded.ghost": _("%(title)s is in the gradebook, but on no path."),
    "prose.weekday": _("%(title)s says '%(text)s', but %(day)s."),
    "prose.outside_term": _("%(title)s says '%(text)s', which lies outside the term."),
    "prose.unlike_item": _("%(title)s says '%(text)s', but %(item)s is due %(at)s."),
    "link.gone": _("%(title)s links to something that is gone: '%(text)s'."),
    "title.unlike_due": _("%(title)s names %(text)s, but it is due %(at)s."),
    "title.unlike_week": _("%(title)s names %(text)s, but its week is %(first)s to %(last)s."),
    "week.over_load.uncured": _(
        "Week %(week)s takes %(minutes)s, and its credits stand for %(usual)s. No few moves to the week after would"
        " cure it: shorten what there is, or lay the weeks out anew."
    ),
    "week.over_load": _("Week %(week)s takes %(minutes)s, and its credits stand for %(usual)s."),
}


FIXES = {
    "set_moments": _("Set %(moments)s"),
    "section_due": _("Set %(due)s for %(section)s"),
    "adopt_line_item": _("Make it an item, as a draft"),
    "set_moments.none": _("Take the moment away"),
    "publish": _("Publish the module"),
    "drop_condition": _("Let it wait no longer"),
    "practice": _("Make it practice"),
    "rename": _("Call it %(title)s"),
    "set_place": _("Hold it in %(place)s"),
    "move_items": _("Move %(titles)s to week %(week)s, with their dates (leaves %(minutes)s here)"),
    "set_done_rule.scored": _("Count it as done when it is scored"),
    "set_done_rule.ticked": _("Count it as done when it is ticked off"),
    "set_category": _("Put it into %(name)s"),
    "set_weights": _("Scale the weights to 100 %%"),
    "set_drops": _("Drop %(lowest)s"),
    "drop_graded": _("Take it out of the gradebook"),
    "replace_text": _("Write '%(text)s'"),
    "unlink": _("Take the link off"),
}
