"""What upper apps may use of messages."""

from apps.messages.actions.announce import copy_announcements, reword
from apps.messages.actions.ask import QuestionWish, ask, note_published
from apps.messages.actions.write_message import copy_writing_rule
from apps.messages.announcements import Said, announcements_by, announcements_in, of_week, unsaid, unsaid_stamp
from apps.messages.api.schemas import AnnouncementOut, HtmlIn, QuestionKept, QuestionOut
from apps.messages.files import (
    can_read_announced_file,
    can_read_message_file,
    can_read_question_file,
    files_in_announcements,
    files_in_messages,
    files_in_questions,
)
from apps.messages.models import Question
from apps.messages.pages import shown
from apps.messages.question_pages import question_out
from apps.messages.questions import any_word, near, question_row
from apps.messages.waiting import questions_waiting

__all__ = [
    "AnnouncementOut",
    "HtmlIn",
    "Question",
    "QuestionKept",
    "QuestionOut",
    "QuestionWish",
    "Said",
    "announcements_by",
    "announcements_in",
    "any_word",
    "ask",
    "can_read_announced_file",
    "can_read_message_file",
    "can_read_question_file",
    "copy_announcements",
    "copy_writing_rule",
    "files_in_announcements",
    "files_in_messages",
    "files_in_questions",
    "near",
    "note_published",
    "of_week",
    "question_out",
    "question_row",
    "questions_waiting",
    "reword",
    "shown",
    "unsaid",
    "unsaid_stamp",
]
