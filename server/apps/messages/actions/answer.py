"""Answering, and with it ruling on who asks for another score."""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction
from typing import Any, Literal

from django.utils.translation import gettext as _

from apps.courses.public import Course, can_teach, membership
from apps.gradebook.public import ScoreWish, last_scores, points, save_score
from apps.kernel.public import Actor, Refused, record, require
from apps.layout.public import item_row, kind_of
from apps.messages.actions.ask import BEGINNING, address, held_question, say_line
from apps.messages.models import Question, QuestionLine, QuestionToo
from apps.notices.public import News, notify

Code = Literal["changed", "stays"]


@dataclass(frozen=True, slots=True, kw_only=True)
class Ruling:
    """`raw`: the new points, typed; empty where they are reckoned, as those of a quiz are, and were changed there.
    `seen_version`: of the score that was looked at."""

    code: Code
    raw: str = ""
    seen_version: int = 0
    above: bool = False


def answer(
    actor: Actor, course: Course, question_id: int, html: str, seen: int, ruling: Ruling | None = None
) -> QuestionLine:
    """`seen`: the last line that the answerer looked at, 0 for none: where somebody else answered meanwhile, that is
    shown first. With a ruling the score is changed in the same transaction."""
    member = membership(actor, course)
    require(can_teach(member))
    question = held_question(actor, course, member, question_id)
    last = question.lines.order_by("-pk").select_related("author").first()
    if last is not None and last.pk != seen:
        also = {"last": last.pk, "html": last.html, "who": last.author.name}
        raise Refused("question.answered_meanwhile", status=409, also=also, who=last.author.name)
    ruled = None if ruling is None else _ruled(actor, course, question, ruling)
    line = say_line(actor, question, html, answer=True, ruling=ruled)
    Question.objects.filter(pk=question.pk).update(waits_since=None, answered_at=question.answered_at or line.at)
    record(actor, "question.answer", ("question", question.pk), course_id=course.pk, after=ruled)
    said = _("%(name)s answered your question") if ruled is None else _("%(name)s ruled on your request")
    _tell(course, question, line, said % {"name": actor.name}, [question.asker_id])
    others = QuestionToo.objects.filter(question=question).values_list("person_id", flat=True)
    _tell(course, question, line, _("A question that you have too was answered"), list(others))
    return line


def _ruled(actor: Actor, course: Course, question: Question, ruling: Ruling) -> dict[str, Any]:
    """As it is kept with the answer."""
    item_id = question.item_id
    if not question.regrade or item_id is None:
        raise Refused("question.no_request")
    item = item_row(course, item_id)
    score = last_scores([item_id], [question.asker_id]).get((item_id, question.asker_id))
    before = question.context.get("score") if score is None else str(points(Fraction(score.raw)))
    if ruling.code == "stays":
        return {"code": "stays", "before": before, "after": before}
    if kind_of(item.kind).puts_questions:
        return {"code": "changed", "before": question.context.get("score"), "after": before}
    if score is None:
        raise Refused("question.score_gone", status=409)
    wish = ScoreWish(
        person_id=question.asker_id,
        attempt=score.attempt,
        raw=ruling.raw,
        comment=score.comment,
        handed_in_at=score.handed_in_at,
        seen_version=ruling.seen_version,
        above=ruling.above,
        why=_("asked to be scored again"),
    )
    kept = save_score(actor, course, item_id, wish)
    return {"code": "changed", "before": before, "after": str(points(Fraction(kept.raw)))}


def _tell(course: Course, question: Question, line: QuestionLine, title: str, whom: list[int]) -> None:
    news = News(
        kind="answer", title=title, address=address(course, question), line=line.text[:BEGINNING], course=course.code
    )
    notify(whom, news)
