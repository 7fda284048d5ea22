from apps.messages.models.announcement import Announcement, AnnouncementRead
from apps.messages.models.message import Message, Thread, ThreadRead, WritingRule
from apps.messages.models.question import Question, QuestionLine, QuestionToo

__all__ = [
    "Announcement",
    "AnnouncementRead",
    "Message",
    "Question",
    "QuestionLine",
    "QuestionToo",
    "Thread",
    "ThreadRead",
    "WritingRule",
]
