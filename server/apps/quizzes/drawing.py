"""Which questions come to one attempt, each in its newest edition, in numbers of its own."""

from __future__ import annotations

from dataclasses import dataclass, field

from unvo_core.questions.drawing import Unfit, seed_of
from unvo_core.quizzes.slots import Chosen, choose

from apps.courses.public import Course
from apps.kernel.public import Refused
from apps.questions.public import BankQuestion, QuestionEdition, named_questions, newest
from apps.quizzes.facts import slots_of
from apps.quizzes.models import AttemptQuestion, Quiz
from apps.quizzes.putting import put_in
from apps.quizzes.queries import drawn_from


@dataclass(frozen=True, slots=True)
class Draw:
    """Whose attempt it is. `secret` never leaves the server."""

    secret: str
    person_id: int
    item_id: int
    number: int

    def seed(self, question_id: int) -> str:
        return seed_of(self.secret, str(self.person_id), str(self.item_id), self.number, str(question_id))


@dataclass
class Drawer:
    """Draws for one, or with `many` for one after another: then all that can be drawn is read once."""

    course: Course
    quiz: Quiz
    many: bool = False
    banks: dict[int, list[int]] | None = None
    named: dict[int, BankQuestion] = field(default_factory=dict)
    editions: dict[int, QuestionEdition] = field(default_factory=dict)

    def rows(self, draw: Draw) -> list[AttemptQuestion]:
        """In order, of no attempt yet. Refused where a bank is short or no numbers fit; nothing was written then."""
        if self.banks is None:
            self.banks = drawn_from(self.course, self.quiz)
        chosen = choose(slots_of(self.quiz), self.banks, draw.secret, shuffle=self.quiz.shuffle)
        if not chosen:
            raise Refused("quiz.short", status=409)
        self._read([one.question for one in chosen])
        return [self._row(draw, one, position) for position, one in enumerate(chosen)]

    def _read(self, questions: list[int]) -> None:
        missing = {pk for pk in questions if pk not in self.named}
        if missing:
            wanted = missing | {pk for own in (self.banks or {}).values() for pk in own if self.many}
            self.named |= named_questions(self.course, wanted)
            self.editions |= newest([self.named[pk] for pk in wanted if pk in self.named])

    def _row(self, draw: Draw, one: Chosen, position: int) -> AttemptQuestion:
        if one.question not in self.editions:
            raise Refused("quiz.short", status=409)
        edition, seed = self.editions[one.question], draw.seed(one.question)
        try:
            drawn = put_in(edition, seed)
        except Unfit:
            raise Refused("quiz.unfit", status=409, name=self.named[one.question].name) from None
        return AttemptQuestion(
            question_id=one.question,
            edition=edition,
            position=position,
            points=one.points.numerator / one.points.denominator,
            seed=seed,
            drawn=drawn,
        )
