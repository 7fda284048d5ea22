from typing import Annotated

from ninja import File, Router, UploadedFile

from apps.courses.public import can_lay_out, course_by_slug, membership
from apps.gradebook.public import setup_of
from apps.kernel.public import actor_of, editions, now, require, tables, write
from apps.layout.changes import CopyWish
from apps.layout.public import Changed, Rhythm, changed, layout
from apps.path.public import enter
from apps.people.public import SignedIn
from apps.transfer.actions.copy_course import copy_course
from apps.transfer.actions.copy_in import copy_in
from apps.transfer.actions.paste_schedule import ItemWish, RowWish, paste_schedule, plan_paste, read_schedule
from apps.transfer.actions.stamp_rhythm import RhythmWish, plan_rhythm, stamp_rhythm
from apps.transfer.api import schemas as s
from apps.transfer.previews import links_of_rhythms, pasted, stamping, wishes_of

router = Router(tags=["transfer"])


@router.get("/courses/{slug}/copy-in", response=s.CopySource)
def copy_source(request: SignedIn, slug: str) -> s.CopySource:
    """The modules and items that can be copied from this course."""
    course = course_by_slug(slug)
    require(can_lay_out(membership(actor_of(request), course)))
    return s.CopySource(
        modules=[
            s.CopyModule(
                id=m.id, title=m.title, step=m.key, items=[s.CopyItem(id=i.id, title=i.title) for i in m.items]
            )
            for m in layout(course).all
        ]
    )


@router.post("/courses/{slug}/copy-in", response=Changed)
@write
def copy_part(request: SignedIn, slug: str, payload: s.CopyInIn) -> Changed:
    """Copy an item or a module into this course, from `from_slug`."""
    source, course = course_by_slug(payload.from_slug or slug), course_by_slug(slug)
    wish = CopyWish(**payload.model_dump(exclude={"from_slug"}))
    return changed(copy_in(actor_of(request), source, course, wish), slug)


@router.post("/courses/{slug}/copy", response=s.Copied)
@write
def copy(request: SignedIn, slug: str, payload: s.CopyIn) -> s.Copied:
    made = copy_course(actor_of(request), course_by_slug(slug), payload.title, payload.code)
    return s.Copied(slug=made.slug, title=made.title, at=now())


@router.get("/courses/{slug}/rhythms", response=s.Rhythms)
def read_rhythms(request: SignedIn, slug: str) -> s.Rhythms:
    course, reader = enter(request, slug)
    require(can_lay_out(reader.member))
    laid = layout(course)
    rows = Rhythm.objects.filter(course=course, removed=False).order_by("id")
    seen = editions({"rhythm": [r.pk for r in rows]})
    return s.Rhythms(
        rhythms=[
            s.RhythmIn.model_validate(
                {
                    "id": r.pk,
                    "edition": seen.get(("rhythm", r.pk), 0),
                    "name": r.name,
                    "unit": r.unit,
                    "beats": r.beats,
                    "steps": r.steps,
                }
            )
            for r in rows
        ],
        links=links_of_rhythms(course, laid, [r.pk for r in rows]),
        weeks=sorted(laid.calendar.week_by_number),
        classes=len(laid.calendar.meetings),
        categories=[c.name for c in setup_of(course).categories],
    )


def _wish(payload: s.RhythmIn) -> RhythmWish:
    return RhythmWish(
        payload.name,
        payload.unit,
        [b.model_dump(mode="json") for b in payload.beats],
        payload.steps.model_dump(mode="json"),
    )


@router.post("/courses/{slug}/rhythms/preview", response=s.Stamping)
def preview_rhythm(request: SignedIn, slug: str, payload: s.RhythmIn) -> s.Stamping:
    """What stamping would do; changes nothing."""
    course = course_by_slug(slug)
    return stamping(layout(course), plan_rhythm(actor_of(request), course, _wish(payload), payload.id), course)


@router.post("/courses/{slug}/rhythms", response=s.Stamping)
@write
def stamp(request: SignedIn, slug: str, payload: s.RhythmIn) -> s.Stamping:
    course, actor, wish = course_by_slug(slug), actor_of(request), _wish(payload)
    planned = stamping(layout(course), plan_rhythm(actor, course, wish, payload.id), course)
    rhythm, change = stamp_rhythm(actor, course, wish, payload.id)
    planned.rhythm, planned.change = rhythm.pk, change.pk
    return planned


@router.post("/courses/{slug}/paste/preview", response=s.Paste)
def preview_paste(request: SignedIn, slug: str, payload: s.PasteIn) -> s.Paste:
    """What each row of the table would become; changes nothing."""
    grid = (tables.of_html(payload.html) if payload.html else []) or tables.of_text(payload.text)
    return _previewed(request, slug, grid, payload.order)


@router.post("/courses/{slug}/paste/file", response=s.Paste)
def preview_file(
    request: SignedIn, slug: str, file: Annotated[UploadedFile, File()], order: s.FigureOrder | None = None
) -> s.Paste:
    """The same of a spreadsheet, a page or a text with separators; the file is not kept."""
    course = course_by_slug(slug)
    require(can_lay_out(membership(actor_of(request), course)))
    return _previewed(request, slug, tables.of_file(file), order)


def _previewed(request: SignedIn, slug: str, grid: tables.Grid, order: s.FigureOrder | None) -> s.Paste:
    actor, course = actor_of(request), course_by_slug(slug)
    table = read_schedule(actor, course, grid, order)
    return pasted(table, plan_paste(actor, course, wishes_of(table)))


@router.post("/courses/{slug}/paste", response=Changed)
@write
def paste(request: SignedIn, slug: str, payload: s.RowsIn) -> Changed:
    """Make these rows; what came from an earlier table and was not changed by hand follows."""
    rows = [RowWish(r.line, r.week, r.topics, [ItemWish(**i.model_dump()) for i in r.items]) for r in payload.rows]
    return changed(paste_schedule(actor_of(request), course_by_slug(slug), rows), slug)
