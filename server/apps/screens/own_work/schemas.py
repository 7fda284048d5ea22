from pydantic import BaseModel

from apps.assignments.public import OwnPiece
from apps.quizzes.public import OwnQuiz
from apps.reviews.public import OwnReading
from apps.talk.public import OwnTalk


class OwnCourse(BaseModel):
    """What one did in a course, the latest first: work, quizzes, what one said, and what one said of others' work."""

    slug: str
    name: str
    zone: str
    pieces: list[OwnPiece]
    quizzes: list[OwnQuiz]
    talks: list[OwnTalk]
    readings: list[OwnReading]


class OwnWork(BaseModel):
    courses: list[OwnCourse]
