"""What upper apps may use of questions."""

from apps.questions.actions.copy_banks import copy_banks
from apps.questions.actions.keep_bank import make_bank
from apps.questions.actions.keep_question import QuestionWish, make_question, save_question
from apps.questions.bodies import body_of, body_of_edition
from apps.questions.models import Bank, BankQuestion, QuestionEdition
from apps.questions.queries import bank_row, banks, newest, question_row
from apps.questions.saying import said

__all__ = [
    "Bank",
    "BankQuestion",
    "QuestionEdition",
    "QuestionWish",
    "bank_row",
    "banks",
    "body_of",
    "body_of_edition",
    "copy_banks",
    "make_bank",
    "make_question",
    "newest",
    "question_row",
    "said",
    "save_question",
]
