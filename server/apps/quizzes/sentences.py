"""What quizzes say."""

from django.utils.translation import gettext_lazy as _

SENTENCES = {
    "quiz.attempts": _("A quiz takes from 1 to %(most)s attempts, or as many as one likes."),
    "quiz.tries": _("A question takes from 1 to %(most)s tries, or none is checked before it is handed in."),
    "quiz.minutes": _("A quiz lasts from 1 minute to 24 hours, or as long as one likes."),
    "quiz.try_cost": _("A wrong try costs nothing, or some points; it can't bring any."),
    "quiz.code_long": _("A code has up to %(most)s characters."),
    "quiz.no_last_attempt": _(
        "With as many attempts as one likes there is no last one: choose another moment for what is shown after it."
    ),
    "quiz.tries_tell": _(
        "Where answers are checked, right or wrong is said at once. Choose 'at once' for it, or no tries."
    ),
    "quiz.slots": _("Choose up to %(most)s questions, each worth more than nothing and up to 1,000 points."),
    "quiz.twice": _("%(name)s stands in this quiz twice."),
    "quiz.no_such_question": _("A question or bank of this quiz is gone. Load the page again."),
    "quiz.bank_small": _("%(bank)s has %(there)s questions to draw from; the quiz draws %(wanted)s."),
    "quiz.points_of_questions": _("A quiz is worth what its questions are worth. Change their points."),
    "quiz.empty": _("This quiz has no questions yet. Ask your instructor."),
    "quiz.short": _("A bank has fewer questions than this quiz draws. Ask your instructor; nothing was begun."),
    "quiz.unfit": _("%(name)s can't be put: no numbers fit its conditions. Ask your instructor; nothing was begun."),
    "quiz.code_wrong": _("That is not the code of this quiz. Look at it once more; upper and lower case are the same."),
    "quiz.not_checked_in": _("This quiz is begun in the room: ask the person in front to check you in by name."),
    "quiz.closed": _("This quiz has closed."),
    "quiz.on_screen": _("This quiz is not held on paper."),
    "quiz.paper_tries": _("On paper nothing is checked before it is handed in: leave the tries empty."),
    "quiz.with_sheets": _(
        "%(sheets)s sheets have been made with these questions. Throw them away first (Sheets), then make others."
    ),
    "quiz.no_such_sheet": _("No sheet of this quiz has the code %(sheet)s. Was it made anew since?"),
    "quiz.no_sheet_open": _("You have no sheet of this quiz to work on. Take one first."),
    "quiz.no_sheets": _("There are no sheets to print. Make them first."),
    "quiz.no_photos": _("Add a photograph of your work first."),
    "quiz.too_many_photos": _("Up to %(most)s files go with a sheet."),
    "quiz.sheet_beside": _("%(name)s has handed in attempt %(number)s otherwise; look at it in The class."),
    "quiz.key_is_out_on_paper": _(
        "The answers lie open since everybody had to be done, so nothing is handed in any more."
    ),
    "quiz.on_paper": _("This quiz is held on paper."),
    "quiz.no_attempt_left": _("No attempt is left: %(most)s were yours."),
    "quiz.key_is_out": _("The answers lie open since everybody had to be done, so nobody begins any more."),
    "quiz.no_such_attempt": _("There is no attempt %(number)s of yours in this quiz."),
    "quiz.no_such_question_here": _("That question is not in your attempt."),
    "quiz.handed_in": _("This attempt was handed in."),
    "quiz.forms_to_mend": _(
        "The form of %(count)s is to be mended (%(names)s): as it stands it can't be read and counts nothing. Mend it,"
        " or hand in all the same."
    ),
    "quiz.over": _(
        "This attempt was handed in at %(at)s. What came after it is kept for your teacher and does not count."
    ),
    "quiz.elsewhere": _(
        "This attempt goes on in another window or on another device. Take it over to go on here; nothing is lost."
    ),
    "quiz.no_checking": _("In this quiz nothing is checked before it is handed in."),
    "quiz.nothing_to_check": _("There is no answer to check yet."),
    "quiz.no_try_left": _("No try is left for this question; what stands counts."),
    "quiz.same_answer": _("You have tried this answer already. It costs nothing; try another one."),
    "quiz.no_way_back": _("In this quiz there is no way back to an earlier question."),
    "quiz.not_yet": _("This is shown later."),
    "quiz.not_yours": _("That is somebody else's attempt."),
    "quiz.no_fresh": _("There are no fresh numbers for this question."),
    "quiz.takes_no_files": _("This question takes no files."),
    "quiz.too_many_files": _("A question takes up to %(most)s files."),
    "quiz.file_gone": _("That file is not there any more."),
    "quiz.points_above": _("The question is worth %(points)s points; give from 0 to that."),
    "quiz.read_meanwhile": _("%(who)s has given %(points)s points meanwhile. Look at both."),
    "quiz.still_open": _("This attempt is still under way."),
    "quiz.with_attempts": _(
        "Somebody has begun already, so its questions stay as they are. Correct a question in its bank, take it out of"
        " the scores or give it to all."
    ),
    "quiz.no_edition": _("The key that you looked at was changed meanwhile. Look at who would move now."),
    "quiz.nothing_to_rescore": _("Nobody's points would change."),
    "quiz.set_back_already": _("This was set back already."),
    "quiz.no_minutes": _("Give from 1 to 240 minutes at a time."),
    "quiz.nobody_here": _("%(name)s has no attempt under way."),
    "figures.nobody": _("Nobody has handed in yet."),
    "figures.small": _("%(n)s attempts are few: take these figures as a hint, not as a finding."),
    "figures.no_reliability": _("Not everybody had the same questions, so no reliability is reckoned for the whole."),
    "figures.reliable": _("Reliability %(alpha)s: the quiz tells students apart well enough."),
    "figures.unreliable": _("Reliability %(alpha)s is low: another quiz of this kind might rank the class otherwise."),
    "figures.few": _("%(asked)s answers are too few to say anything."),
    "figures.key_doubted": _("%(share)s of those who did best took ‘%(option)s’: is the key right?"),
    "figures.backwards": _("Those who did worst did better here than those who did best: is it read as it is meant?"),
    "figures.hard": _("Hard: %(percent)s of its points were won."),
    "figures.easy": _("Easy: %(percent)s of its points were won. It tells nobody apart."),
    "figures.tells_little": _("It goes little with the rest: who does well elsewhere does not do much better here."),
    "figures.unused": _("Hardly anybody took ‘%(options)s’: these answers mislead nobody."),
    "figures.fine": _("Nothing to look at: it tells who knows from who does not."),
    "quiz.ruling": _("A question is taken out of the scores, or given to all; say why in up to %(most)s characters."),
}
