"""Who may read which files, by the kind of thing that holds them; and which files texts still show."""

from collections.abc import Mapping
from uuid import UUID

from apps.assignments.public import can_read_photo
from apps.layout.public import files_in_history, files_in_texts
from apps.library.public import can_read_entry_file, files_in_entries
from apps.messages.public import (
    can_read_announced_file,
    can_read_message_file,
    can_read_question_file,
    files_in_announcements,
    files_in_messages,
    files_in_questions,
)
from apps.path.public import can_read_item_file
from apps.questions.public import files_in_bank_questions
from apps.quizzes.public import can_read_attempt_file, can_read_question_picture, can_read_sheet_file
from apps.reviews.public import can_read_file_of_work
from apps.talk.public import can_read_post_file, files_in_posts

GUARDS = {
    "item": can_read_item_file,
    "hand_in": can_read_file_of_work,
    "hand_in_photo": can_read_photo,
    "library_entry": can_read_entry_file,
    "post": can_read_post_file,
    "announcement": can_read_announced_file,
    "question": can_read_question_file,
    "message": can_read_message_file,
    "bank_question": can_read_question_picture,
    "quiz_answer": can_read_attempt_file,
    "quiz_sheet": can_read_sheet_file,
}


def wanted_files(files: Mapping[UUID, int]) -> set[UUID]:
    """Those of these files, numbers by key, that a text of any app shows or a change can bring back."""
    keys = files.keys()
    shown = files_in_texts(keys) | files_in_entries(keys) | files_in_posts(keys) | files_in_announcements(keys)
    asked = files_in_questions(keys) | files_in_bank_questions(keys)
    return shown | asked | files_in_messages(keys) | files_in_history(files)
