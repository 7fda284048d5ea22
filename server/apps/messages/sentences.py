"""What announcements, questions and messages say."""

from django.utils.translation import gettext_lazy as _

SENTENCES = {
    "announcement.nowhere": _(
        "The term has no such moment. Choose a week, a class or an item that is there, or a date."
    ),
    "announcement.said": _("It was said meanwhile. What was said is changed in Talk."),
    "message.nobody": _("Choose whom it is for."),
    "message.not_to_them": _("Some of them are not whom you may write to here. Choose others, or ask your teachers."),
    "message.too_many": _("At most %(most)s people at a time. Choose fewer."),
    "question.about": _("A question is about an item, a score or the course. Load the page again, then ask."),
    "question.too_many": _("%(most)s of your questions wait for an answer. Wait for one of them first."),
    "question.not_yours": _("Only who asked goes on asking here. Ask a question of your own."),
    "question.requested_already": _("You have asked for this score already. Wait for the answer, or ask on there."),
    "question.no_score_out": _("There is no score of yours to look at again yet. Ask about the work instead."),
    "question.no_request": _("Nobody asks for another score here. Answer without a ruling."),
    "question.score_gone": _("This score was taken away meanwhile. Give one in the gradebook first."),
    "question.answered_meanwhile": _(
        "%(who)s said something here meanwhile. Read it; if yours is still wanted, send it again."
    ),
}
