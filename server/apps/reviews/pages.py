"""What readers, authors and those who teach are told."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Sequence
from datetime import datetime
from fractions import Fraction

from django.utils.translation import gettext as _
from unvo_core.grading import peers

from apps.assignments.public import HandIn, bare_work, latest_works
from apps.courses.public import Course, Membership, students
from apps.gradebook.public import item_rubric, measured_out, points, rubric_out
from apps.kernel.public import not_found
from apps.layout.public import LaidItem, layout, person_layout
from apps.path.public import Progress, Reader
from apps.reviews.api import schemas as s
from apps.reviews.models import Reading
from apps.reviews.queries import assignments_of, is_review, readings, readings_of_work, rules_of, works


def my_reviews(course: Course, item_id: int, person_id: int, known: Progress) -> s.MyReviews:
    if not is_review(course, item_id):
        raise not_found("peer review")
    rules = rules_of(course, item_id)
    of = known.laid.student_items.get(rules.of_id or 0)
    rows = list(Reading.objects.filter(item_id=item_id, reader_id=person_id))
    shown = bare_work([row.hand_in_id for row in rows])
    rubric = item_rubric(course, of.id) if of else None
    return s.MyReviews(
        of_id=of.id if of else None,
        of=of.title if of else "",
        possible=_possible(of),
        rubric=rubric_out(rubric) if rubric else None,
        anonymous=rules.anonymous,
        handed_in=of is not None and _work(of.id, person_id) is not None,
        each=rules.each,
        works=[
            s.ToRead(
                position=row.position,
                author="" if rules.anonymous else shown[row.hand_in_id].names,
                work=shown[row.hand_in_id].work,
                words=row.words,
                points=None if row.points is None else str(points(Fraction(row.points))),
                measured=measured_out(row.measured),
                edition=row.edition,
                sent_at=row.sent_at,
            )
            for row in rows
        ],
    )


def _possible(of: LaidItem | None) -> str | None:
    return str(points(of.possible)) if of and of.points else None


def readings_of(course: Course, item_id: int, person_id: int) -> s.PeerReadings:
    """For those who teach: of the last work of a student, with who said it."""
    work = _work(item_id, person_id)
    of = layout(course).items.get(item_id)
    if of is None:
        raise not_found("item")
    return _readings_out(readings_of_work(work) if work else [], of, named=True)


def own_readings(course: Course, item_id: int, person_id: int, now: datetime) -> s.PeerReadings:
    """For its author: once their own reviews are all sent, or the reading is over."""
    laid = person_layout(course, person_id)
    work, of = _work(item_id, person_id), laid.student_items.get(item_id)
    found = readings_of_work(work) if work else []
    read = {row.item_id: laid.student_items.get(row.item_id) for row in found}
    unsent = Reading.objects.filter(item_id__in=read, reader_id=person_id, sent_at=None)
    waiting = {pk: read[pk] for pk in unsent.values_list("item_id", flat=True)}
    dues = {pk: item.span.due for pk, item in waiting.items() if item and item.span.due}
    waits = {pk for pk in waiting if pk not in dues or dues[pk] > now}
    out = _readings_out([row for row in found if row.item_id not in waits], of, named=False)
    until = min((due for pk, due in dues.items() if pk in waits), default=None)
    return out.model_copy(update={"waits": bool(waits), "waits_until": until})


def _work(item_id: int, person_id: int) -> HandIn | None:
    return next(iter(latest_works(item_id, person_id)), None)


def _readings_out(rows: Sequence[Reading], of: LaidItem | None, *, named: bool) -> s.PeerReadings:
    given = [Fraction(row.points) for row in rows if row.points is not None]
    mean = peers.mean(given)
    items = {} if named else {row.item_id: row.item.course for row in rows}
    said = {pk: rules_of(course, pk).anonymous for pk, course in items.items()}
    return s.PeerReadings(
        readings=[
            s.PeerReading(
                reader=row.reader.name if named or not said[row.item_id] else _("Reader %(n)s") % {"n": n},
                words=row.words,
                points=None if row.points is None else str(points(Fraction(row.points))),
                measured=measured_out(row.measured),
                sent_at=row.sent_at,
            )
            for n, row in enumerate(rows, 1)
            if row.sent_at
        ],
        mean=None if mean is None else str(points(mean)),
        possible=_possible(of),
        far_apart=bool(of) and peers.far_apart(given, of.possible if of else Fraction()),
        waits=False,
        waits_until=None,
    )


def review_class(course: Course, item_id: int, reader: Reader) -> s.ReviewClass:
    """Of one's own sections: who has read how much, and what the works were given."""
    if not is_review(course, item_id):
        raise not_found("peer review")
    rules, laid = rules_of(course, item_id), layout(course)
    of = laid.items.get(rules.of_id or 0)
    names = _names(course, reader.member)
    rows = readings(item_id)
    mine: dict[int, list[Reading]] = defaultdict(list)
    by_work: dict[int, list[Reading]] = defaultdict(list)
    for row in rows:
        mine[row.reader_id].append(row)
        by_work[row.hand_in_id].append(row)
    found = works(course, of.id) if of else []
    owners = {person for work in found for person in work.owners}
    return s.ReviewClass(
        of_id=of.id if of else None,
        choices=[s.Choice(id=pk, title=laid.items[pk].title) for pk in assignments_of(laid)],
        each=rules.each,
        anonymous=rules.anonymous,
        possible=_possible(of),
        readers=[
            s.Reader(
                person_id=person, name=name, sent=len([r for r in mine[person] if r.sent_at]), of=len(mine[person])
            )
            for person, name in names.items()
            if person in mine
        ],
        works=[_read_work(work, by_work[work.id], names, of) for work in found if work.owners & names.keys()],
        undrawn=len((owners & names.keys()) - mine.keys()),
        can_lay_out=reader.member.instructs,
    )


def _names(course: Course, member: Membership) -> dict[int, str]:
    sections = None if member.section_ids is None else list(member.section_ids)
    rows = students(course, sections).order_by("person__sort_name").values_list("person_id", "person__sort_name")
    return dict(rows)


def _read_work(work: peers.Work, rows: Sequence[Reading], names: dict[int, str], of: LaidItem | None) -> s.ReadWork:
    given = [Fraction(r.points) for r in rows if r.sent_at and r.points is not None]
    mean = peers.mean(given)
    people = [person for person in names if person in work.owners]
    return s.ReadWork(
        person_id=people[0],
        names=[names[person] for person in people],
        given=[str(points(one)) for one in given],
        readers=len(rows),
        mean=None if mean is None else str(points(mean)),
        far_apart=bool(of) and peers.far_apart(given, of.possible if of else Fraction()),
    )
