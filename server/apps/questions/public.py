"""What upper apps may use of questions."""

from apps.questions.actions.copy_banks import Brought, bring_questions, copy_banks
from apps.questions.api.schemas import Answers, AskedOut, ReadOut, ShownQuestion
from apps.questions.files import can_read_bank_file
from apps.questions.models import Bank, BankQuestion, QuestionEdition
from apps.questions.putting import how_read, question_of, version_of
from apps.questions.queries import (
    banks,
    editions_by_id,
    files_in_bank_questions,
    named_questions,
    newest,
    questions_of_banks,
    taught_places,
)
from apps.questions.shapes import answer_in, read_out, shown_as_put, shown_question

__all__ = [
    "Answers",
    "AskedOut",
    "Bank",
    "BankQuestion",
    "Brought",
    "QuestionEdition",
    "ReadOut",
    "ShownQuestion",
    "answer_in",
    "banks",
    "bring_questions",
    "can_read_bank_file",
    "copy_banks",
    "editions_by_id",
    "files_in_bank_questions",
    "how_read",
    "named_questions",
    "newest",
    "question_of",
    "questions_of_banks",
    "read_out",
    "shown_as_put",
    "shown_question",
    "taught_places",
    "version_of",
]
