"""Search in a course: titles, texts and files of what the reader can reach, and what they hear in discussions."""

from __future__ import annotations

import re

from django.contrib.postgres.search import SearchHeadline, SearchQuery, SearchRank
from django.db.models import F, TextField, Value
from django.db.models.functions import Concat, Left

from apps.courses.public import Course
from apps.layout.public import SEARCH_CONFIG, Layout, SearchEntry, item_ref, ref
from apps.path.public import Reader, laid_for, opened_items, own_progress
from apps.screens.search import schemas as out
from apps.talk.public import posts_found

MOST_HITS = 30
MOST_READ = 200
MOST_SAID = 15
SHORTEST, LONGEST = 2, 200
START, END = "\u2039", "\u203a"
"""Around what was found, in the plain text of a snippet."""
SNIPPET_READS = 20_000


def search(course: Course, reader: Reader, text: str) -> out.Found:
    """The best hits first. What is locked is found by its title alone; what is hidden is not found."""
    wanted = " ".join(text.split())[:LONGEST]
    laid, teaching = laid_for(course, reader), reader.member.teaches
    dated = laid.term is not None
    if len(wanted) < SHORTEST:
        return out.Found(text=wanted, dated=dated, zone=course.zone, hits=[], said=[])
    items = laid.items if teaching else laid.student_items
    reached = items.keys() if teaching else opened_items(own_progress(course, laid, reader))
    query = _query(wanted)
    rows = (
        SearchEntry.objects.filter(course=course, vector=query)
        .annotate(rank=SearchRank(F("vector"), query))
        .order_by("-rank", "item_id")
    )
    ranked = [(pk, title) for pk, title in rows.values_list("item_id", "title")[:MOST_READ] if pk in items]
    shown = [(pk, title) for pk, title in ranked if pk in reached or _in_title(wanted, title)][:MOST_HITS]
    snippets = _snippets([pk for pk, _ in shown if pk in reached], query)
    return out.Found(
        text=wanted,
        dated=dated,
        zone=course.zone,
        said=_said(course, laid, reader, [i for i in reached if i in items and items[i].talks], query),
        hits=[
            out.Hit(
                item=item_ref(ref(laid, pk)),
                kind=items[pk].kind,
                locked=pk not in reached,
                hidden=not items[pk].published,
                snippet=snippets.get(pk, ""),
            )
            for pk, _ in shown
        ],
    )


def _said(course: Course, laid: Layout, reader: Reader, item_ids: list[int], query: SearchQuery) -> list[out.PostFound]:
    found = posts_found(course, item_ids, reader.member, reader.person_id, query, (START, END), MOST_SAID)
    return [
        out.PostFound(post=h.id, item=item_ref(ref(laid, h.item_id)), author=h.author, at=h.at, snippet=h.snippet)
        for h in found
    ]


def _query(wanted: str) -> SearchQuery:
    """All words, the last one as a beginning: it may be typed only in part."""
    words = re.findall(r"\w+", wanted)
    raw = " & ".join([*(f"{w}" for w in words[:-1]), f"{words[-1]}:*"]) if words else ""
    return (
        SearchQuery(raw, search_type="raw", config=SEARCH_CONFIG) if raw else SearchQuery(wanted, config=SEARCH_CONFIG)
    )


def _in_title(wanted: str, title: str) -> bool:
    return all(w.casefold() in title.casefold() for w in re.findall(r"\w+", wanted))


def _snippets(item_ids: list[int], query: SearchQuery) -> dict[int, str]:
    """Where it was found, a line each, the words marked; over the beginning of long texts."""
    text = Concat(Left("body", SNIPPET_READS), Value(" "), Left("file_text", SNIPPET_READS), output_field=TextField())
    headline = SearchHeadline(
        text, query, config=SEARCH_CONFIG, start_sel=START, stop_sel=END, max_words=24, min_words=10, max_fragments=1
    )
    rows = SearchEntry.objects.filter(pk__in=item_ids).annotate(line=headline).values_list("item_id", "line")
    return {pk: line if START in line else "" for pk, line in rows}
