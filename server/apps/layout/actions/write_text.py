from __future__ import annotations

from django.conf import settings
from unvo_core.schedule.effort import estimated_minutes

from apps.courses.public import Course, can_lay_out, lock_course, membership
from apps.kernel.public import Actor, Refused, clean, now, record, refused_embeds, require, together, words_in
from apps.layout.actions.layout_change import Edit, apply
from apps.layout.models import Item, ItemText
from apps.layout.queries import item_row, latest_text

LONGEST_TEXT = 400_000
EDITION = "text.edition"


def write_text(actor: Actor, course: Course, item_id: int, html: str, ask_again: bool, seen: int | None) -> ItemText:
    """Keep a new edition, cleaned. `ask_again`: who acknowledged an earlier one is asked once more.

    `seen`: the edition that the writer began from; over another one nothing is written before they have seen it.
    """
    require(can_lay_out(membership(actor, course)))
    if len(html) > LONGEST_TEXT:
        raise Refused("text.too_long", field="The text", length=len(html), most=LONGEST_TEXT)
    for address in refused_embeds(html):
        raise Refused("text.embed", address=address[:100], hosts=", ".join(settings.EMBED_HOSTS))
    course = lock_course(course)
    item: Item = item_row(course, item_id)
    kept = clean(html)
    before = latest_text(item_id)
    if before is not None and before.html == kept and not ask_again:
        return before
    if seen is not None and before is not None and before.edition != seen:
        by = before.written_by.name if before.written_by else "Unvo"
        also = {"html": before.html, "edition": before.edition, "who": by}
        raise Refused("text.changed_meanwhile", status=409, also=also, who=by)
    edition = before.edition + 1 if before else 1
    text = ItemText.objects.create(
        item=item, edition=edition, html=kept, written_at=now(), written_by_id=actor.person_id
    )
    thing = ("item", item.pk)
    with together(actor, "text.write", thing, course_id=course.pk):
        record(
            actor,
            EDITION,
            thing,
            course_id=course.pk,
            before={"edition": edition - 1},
            after={"edition": edition},
            touches=[("text", item.pk)],
            reversible=True,
        )
        _estimate(actor, course, item, before, kept)
        if ask_again:
            apply(actor, course, "ask_again", [Edit("item", item, {"asked_edition": edition})])
    return text


def _estimate(actor: Actor, course: Course, item: Item, before: ItemText | None, html: str) -> None:
    """An effort that nobody entered follows the length of the text."""
    guessed = estimated_minutes(words_in(before.html)) if before else 0
    fresh = estimated_minutes(words_in(html))
    if item.kind == "page" and item.effort_minutes in (0, guessed) and fresh != item.effort_minutes:
        apply(actor, course, "estimate_effort", [Edit("item", item, {"effort_minutes": fresh})])
