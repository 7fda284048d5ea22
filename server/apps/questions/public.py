"""What upper apps may use of questions."""

from apps.questions.actions.copy_banks import copy_banks
from apps.questions.files import can_read_bank_file
from apps.questions.queries import files_in_bank_questions

__all__ = ["can_read_bank_file", "copy_banks", "files_in_bank_questions"]
