"""Quizzes as a kind of item."""

from django.utils.translation import gettext_lazy as _

from apps.layout.public import ItemKind

QUIZ = ItemKind(
    code="quiz",
    word=_("Quiz"),
    first_rule="handed_in",
    rules=("handed_in",),
    written=True,
    takes_hand_ins=True,
    puts_questions=True,
)
