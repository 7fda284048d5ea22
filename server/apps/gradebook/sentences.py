"""What the gradebook says."""

from django.utils.translation import gettext_lazy as _

SENTENCES = {
    "marking.not_here": _("This is scored by one person. Type the score itself."),
    "marking.settled": _(
        "This attempt has its score by now. Look at it again, and change the score itself if need be."
    ),
    "marking.second_missing": _(
        "Two of you score this. The score is given when both of you have; yours is kept apart until then."
    ),
    "score.no_points": _("This item has no points, so it can't be scored. Give it points first."),
    "score.unreadable": _("“%(text)s” is not a number of points. Write it like 22.5."),
    "score.two_readings": _(
        "“%(text)s” can be read as thousands and as a fraction. Write it without the comma, or with a point."
    ),
    "score.more_than_possible": _(
        "%(raw)s is %(more)s more than the %(possible)s points of this item. Save it so, or check the figure."
    ),
    "score.no_such_attempt": _("Attempt %(attempt)s was never handed in, so there is nothing to score there."),
    "score.below_zero": _("A score can't be below 0."),
    "score.above": _("%(raw)s is more than twice the %(possible)s points of this item. Check the figure."),
    "score.changed_meanwhile": _(
        "%(who)s changed this score to %(raw)s at %(when)s. Keep theirs, or save yours again over it."
    ),
    "score.excused_meanwhile": _(
        "Somebody has excused this student meanwhile. Look again, and type it anew if it holds."
    ),
    "score.not_excused_any_more": _("This student is not excused any more. Look again, and type it anew if it holds."),
    "score.taken_away_meanwhile": _("Somebody has taken this score away meanwhile. Type it again if it holds."),
    "score.too_many_cells": _("At most %(most)s cells can be changed at once. Paste a smaller block."),
    "score.nothing_to_undo": _("This was set back already, or it is none of this course."),
    "score.undo_in_the_way": _(
        "%(n)s of these cells were changed or released since, the first is %(who)s in %(title)s. Nothing was set back."
    ),
    "score.not_in_course": _("This person is not a student of this course."),
    "grading.no_such_category": _("That category or late rule is not in this course any more. Load the page again."),
    "grading.key_twice": _(
        "Two categories or two late rules came under one key, so one would be lost. Load the page again."
    ),
    "grading.unnamed": _("Give it a name."),
    "grading.name_twice": _("“%(name)s” stands here twice. Give one of them another name."),
    "grading.weight_missing": _("%(name)s has no weight. Give every category one, or none of them to add points."),
    "grading.weight_range": _("The weight of %(name)s must lie between 0 and 500 %%."),
    "grading.no_weight": _("The weights add to 0 %%. Give at least one category a weight, or let points be added."),
    "grading.late_percent": _("“%(name)s” must take more than 0 and at most 100 %% of the points."),
    "grading.late_floor": _("Late work can't be kept above more than 100 %% of its points (“%(name)s”)."),
    "grading.late_grace": _("The grace of “%(name)s” must lie between 0 minutes and 14 days."),
    "grading.missing_percent": _("Missing work must count between 0 and 100 %% of its points."),
    "grading.band_range": _("“%(name)s” must begin between 0 and 200 %%."),
    "grading.band_twice": _("Two bands begin at %(lower)s %%. Give one of them another lower end."),
    "grading.table_short": _("“%(name)s” needs two rows at least: what 0 points are, and what all points are."),
    "grading.table_start": _("“%(name)s” must begin with 0 points."),
    "grading.table_order": _("The points of “%(name)s” must rise from row to row; %(points)s does not."),
    "grading.table_falls": _(
        "In “%(name)s” %(points)s points give less than %(low)s points. More must never give less."
    ),
    "grading.table_range": _("“%(name)s” must give between 0 and %(most)s %%."),
    "grading.table_weeks": _("“%(name)s” ends before it begins."),
    "grading.table_days": _("“%(name)s” ends on a day before it begins."),
    "grading.no_such_group": _("A conversion table is for a group that is not in this course any more."),
    "grading.decimals": _("Totals can have at most %(most)s decimals."),
    "rubric.unnamed": _("Give the rubric a name."),
    "rubric.criteria": _("A rubric has 1 to %(most)s criteria."),
    "rubric.criterion_unnamed": _("Criterion %(n)s has no name."),
    "rubric.criterion_twice": _("Two criteria are called “%(name)s”."),
    "rubric.levels": _("“%(name)s” needs %(least)s to %(most)s levels."),
    "rubric.level_unnamed": _("Level %(n)s of “%(name)s” has no name."),
    "rubric.level_without_points": _(
        "“%(level)s” of “%(name)s” has no points, others have. Give points to all or none."
    ),
    "rubric.level_points": _("The points of a level of “%(name)s” must lie between 0 and %(most)s."),
    "rubric.no_points": _("All levels give 0 points. Give some to the best of them, or leave all points out."),
    "rubric.open": _("Choose a level for every criterion, or type the points."),
    "rubric.used": _("%(name)s measures %(n)s items, the first is %(first)s. Take it away there first."),
    "rubric.two_graders": _("Two people score this, each the whole work. Choose the levels beside it."),
    "rubric.measured_meanwhile": _(
        "Somebody measured this meanwhile. What they chose stands here now; choose again if you see it otherwise."
    ),
    "rubric.changed_meanwhile": _("The rubric of this item was changed meanwhile. Load the page again."),
    "remark.too_many": _("%(most)s comments are kept already. Take one out first."),
    "official.nobody": _("There is nobody whose grade could be kept. Choose a section with students."),
    "official.too_many": _("%(most)s sets of official grades are kept already."),
    "official.none": _("These official grades are not there. Load the page again."),
    "release.nothing_held": _("No score of this item is held, so there is nothing to release."),
    "grading.no_ghost": _("This is not in the gradebook any more, or it is on the path again."),
    "grading.ghost_has_scores": _("%(title)s has scores, so it stays in the gradebook until somebody decides on them."),
}
