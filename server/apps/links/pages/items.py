"""What an item's page says of the system in which it is worked, and what a teacher sees of its reports."""

from __future__ import annotations

from dataclasses import replace
from decimal import Decimal
from fractions import Fraction

from unvo_core.links.reports import is_settled

from apps.courses.public import Course, Membership
from apps.gradebook.public import CellScores, Score, cells_of_item, graded_row
from apps.kernel.public import Actor, Refused, not_found, sentence
from apps.layout.public import LaidItem, layout
from apps.links.actions.launch import way_in
from apps.links.actions.take_reports import report_of, score_in
from apps.links.api import schemas as s
from apps.links.kinds import LINKED
from apps.links.models import Freshness, Placement, Reported
from apps.links.pages.access import own_access
from apps.links.pages.systems import silent
from apps.links.queries import placement_of, students_of
from apps.links.sections import own_section
from apps.path.public import Fact, Progress, Reader
from apps.people.public import Person

SHUT = ("links.off", "links.not_deployed")
"""What opens for nobody here, access to which warns nobody either."""


def placement_in(course: Course, item_id: int) -> Placement:
    placement = placement_of(item_id)
    if placement is None or placement.item.course_id != course.pk or placement.item.removed:
        raise not_found("linked system")
    return placement


def item_link(actor: Actor, course: Course, item_id: int, reader: Reader, known: Progress) -> s.ItemLink:
    placement = placement_in(course, item_id)
    system = placement.system
    fresh = Freshness.objects.filter(system=system, course=course).first()
    refusal = _refusal(actor, course, item_id, reader)
    section = own_section(course, reader.member, actor)
    person = Person.objects.get(pk=actor.person_id or 0)
    path = "" if refusal is not None else f"/lti/open/{course.slug}/{item_id}"
    teaches = reader.member.teaches
    shut = refusal is not None and refusal.code in SHUT
    counts = _counts(course, item_id, reader.member) if teaches else {}
    return s.ItemLink(
        system=system.name,
        system_key=str(system.key),
        section=section.name if section is not None else "",
        name_sent=person.name if system.sends_name else "",
        email_sent=person.email if system.sends_email else "",
        framed=system.framed if placement.framed is None else placement.framed,
        open_path=path,
        refusal=sentence(refusal.code, refusal.params) if refusal is not None else "",
        other_section=_other_section(refusal),
        own=None if teaches else _own_report(item_id, reader.person_id),
        access=None if teaches or shut else own_access(system, course, known.laid, reader.person_id),
        heard_at=fresh.heard_at if fresh is not None else None,
        silent_since=silent(fresh),
        teaches=teaches,
        address=placement.address if teaches else "",
        custom="\n".join(f"{name}={value}" for name, value in placement.custom.items()) if teaches else "",
        opens="system" if placement.framed is None else "frame" if placement.framed else "window",
        **counts,
    )


def _refusal(actor: Actor, course: Course, item_id: int, reader: Reader) -> Refused | None:
    """Why it does not open for whoever reads. A made-up student goes nowhere: nothing of theirs is kept."""
    if reader.made_up is not None:
        return Refused("links.made_up")
    try:
        way_in(actor, course, item_id)
    except Refused as refusal:
        return refusal
    return None


def _other_section(refusal: Refused | None) -> s.OtherSection | None:
    if refusal is None or refusal.code != "links.other_section":
        return None
    return s.OtherSection(theirs=str(refusal.params["theirs"]), ours=str(refusal.params["ours"]))


def _own_report(item_id: int, person_id: int) -> s.OwnReport | None:
    """Only what they may know of it: their own progress. A score that is held is said when it is released."""
    row = Reported.objects.filter(line_item__item_id=item_id, person_id=person_id).first()
    if row is None:
        return None
    return s.OwnReport(
        activity=row.activity,
        grading=row.grading,
        at=row.at,
        received_at=row.received_at,
    )


def _counts(course: Course, item_id: int, member: Membership) -> dict[str, int]:
    here = set(students_of(course, member).values_list("person_id", flat=True))
    facts = Fact.objects.filter(item_id=item_id, person_id__in=here).values_list("person_id", "kind")
    kinds: dict[str, set[int]] = {}
    for person, kind in facts:
        kinds.setdefault(kind, set()).add(person)
    handed_in = kinds.get(Fact.HANDED_IN, set())
    return {
        "begun": len(kinds.get(Fact.STARTED, set()) - handed_in),
        "handed_in": len(handed_in),
        "differ": sum(row.differs for row in report_rows(course, item_id, member)),
    }


def report_rows(course: Course, item_id: int, member: Membership) -> list[s.ReportRow]:
    """Every report of students whom the reader teaches, by name."""
    item = layout(course).items[item_id]
    names = dict(students_of(course, member).values_list("person_id", "person__name"))
    cells = cells_of_item(graded_row(course, item_id))
    givers = scored_by(item_id)
    rows = Reported.objects.filter(line_item__item_id=item_id, person_id__in=names)
    shown = [_row(row, item, names[row.person_id], cells.get(row.person_id), givers) for row in rows]
    return sorted(shown, key=lambda row: (not row.differs, row.name))


def _row(row: Reported, item: LaidItem, name: str, cell: CellScores | None, givers: dict[int, str]) -> s.ReportRow:
    ours = _ours(cell)
    by = givers.get(row.person_id, "")
    differs = is_open(row, item, ours if by else None)
    theirs = _theirs(row, item)
    return s.ReportRow(
        person_id=row.person_id,
        name=name,
        activity=row.activity,
        grading=row.grading,
        theirs=_text(theirs),
        ours=_text(ours),
        by=by,
        at=row.at,
        received_at=row.received_at,
        differs=differs,
    )


def is_open(row: Reported, item: LaidItem, given: Decimal | None) -> bool:
    """Whether a person has to say which score counts. `given`: the one that a person gave here, None where none did."""
    last = row.given if row.asked_given is None else row.asked_given
    seen = row.kept_given is not None and row.kept_given == last
    return not is_settled(_theirs(row, item), given, asked=row.asked_given is not None, seen=seen)


def _theirs(row: Reported, item: LaidItem) -> Decimal | None:
    """What the system says in the points of the item; what it said when it was asked goes before what it sent."""
    report = report_of(row)
    if row.asked_given is not None:
        report = replace(report, given=Fraction(row.asked_given))
    return score_in(report, item) if report.counts and item.points else None


def _ours(cell: CellScores | None) -> Decimal | None:
    if cell is None or not cell.attempts:
        return None
    raw = cell.attempts[-1].raw
    return Decimal(raw.numerator) / Decimal(raw.denominator)


def _text(points: Decimal | None) -> str | None:
    return None if points is None else format(points.normalize(), "f")


def reports_page(course: Course, item_id: int, member: Membership) -> s.LinkReports:
    placement = placement_in(course, item_id)
    fresh = Freshness.objects.filter(system=placement.system, course=course).first()
    return s.LinkReports(
        rows=report_rows(course, item_id, member),
        heard_at=fresh.heard_at if fresh is not None else None,
        silent_since=silent(fresh),
        asks_state=bool(placement.system.state_address),
    )


def scored_by(item_id: int) -> dict[int, str]:
    """Whose score a person gave, and who: by student."""
    rows = Score.objects.filter(cell__graded_item__item_id=item_id, graded_by__isnull=False)
    return dict(rows.values_list("cell__person_id", "graded_by__name"))


def score_source(course: Course, item_id: int, person_id: int) -> s.ScoreSource | None:
    """Where the score of a linked item comes from, and how old it is; None where no system reported of it."""
    item = layout(course).items.get(item_id)
    if item is None or item.kind != LINKED.code:
        return None
    rows = Reported.objects.select_related("line_item__system")
    row = rows.filter(line_item__item_id=item_id, person_id=person_id).first()
    if row is None:
        return None
    givers = scored_by(item_id)
    shown = _row(row, item, "", cells_of_item(graded_row(course, item_id)).get(person_id), givers)
    return s.ScoreSource(
        system=row.line_item.system.name,
        theirs=shown.theirs,
        at=row.at,
        received_at=row.received_at,
        differs=shown.differs,
    )
