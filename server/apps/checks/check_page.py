"""The date check in words."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import date, datetime, time
from fractions import Fraction
from zoneinfo import ZoneInfo

from django.utils.formats import date_format
from django.utils.text import get_text_list
from django.utils.translation import gettext as _
from unvo_core.check.model import Finding, Fix
from unvo_core.grading.scale import rounded

from apps.checks.api import schemas as out
from apps.checks.checking import findings, key_of
from apps.checks.models import Waiver
from apps.checks.sentences import FINDINGS, FIXES
from apps.courses.public import MOMENT_NAMES, Course, moment, written_day
from apps.gradebook.public import setup_of
from apps.kernel.public import now
from apps.layout.public import Layout, layout


def date_check(course: Course, undo: int | None = None) -> out.DateCheck:
    laid = layout(course)
    waived = set(Waiver.objects.filter(course=course).values_list("key", flat=True))
    shown = [_finding(course, laid, f, waived) for f in findings(course)]
    return out.DateCheck(
        findings=shown,
        open=sum(not f.waived for f in shown),
        checked_at=now(),
        opened=course.opened_at is not None,
        undo=undo,
    )


def _finding(course: Course, laid: Layout, finding: Finding, waived: set[str]) -> out.Finding:
    key = key_of(finding)
    about, address = _place(course, laid, finding)
    return out.Finding(
        key=key,
        code=finding.code,
        severity=finding.severity.value,
        sentence=_sentence(finding, laid),
        about=about,
        address=address,
        fix=_fix(finding.fix, laid.zone) if finding.fix else None,
        waived=key in waived,
    )


def in_words(course: Course, finding: Finding) -> str:
    """The sentence, with what it is about before it unless it says so itself: 'Grading: the weights of the …'."""
    laid = layout(course)
    about, _address = _place(course, laid, finding)
    sentence = _sentence(finding, laid)
    if finding.place.kind == "week" or about in finding.params.values():
        return sentence
    return _("%(about)s: %(sentence)s") % {"about": about, "sentence": sentence}


def _sentence(finding: Finding, laid: Layout) -> str:
    """Some findings are told otherwise where nothing that can be pressed settles them."""
    code = f"{finding.code}.uncured" if finding.fix is None else finding.code
    return str(FINDINGS.get(code, FINDINGS[finding.code])) % _words(finding.params, laid.zone, finding.code)


def _words(params: Mapping[str, object], zone: ZoneInfo, code: str) -> dict[str, str]:
    return {name: _word(name, value, zone, code) for name, value in params.items()}


def _word(name: str, value: object, zone: ZoneInfo, code: str) -> str:
    if name == "ours" and value is None:
        return _("at no set time")
    if isinstance(value, datetime):
        return moment(value, zone)
    if isinstance(value, date):
        return (
            _("that day is a %(weekday)s") % {"weekday": date_format(value, "l")}
            if code == "prose.weekday"
            else written_day(value)
        )
    if isinstance(value, time):
        return value.strftime("%H:%M")
    if isinstance(value, Fraction):
        return format(rounded(value, 2).normalize(), "f")
    if isinstance(value, tuple):
        return get_text_list([f"\u2018{title}\u2019" for title in value], _("and"))
    if name in ("minutes", "usual"):
        return _("%(hours)s h") % {"hours": round(int(str(value)) / 60, 1)}
    if name in ("moment", "first", "then") and str(value) in MOMENT_NAMES:
        return str(MOMENT_NAMES[str(value)])
    return str(value) or _("no class")


def _fix(fix: Fix, zone: ZoneInfo) -> str:
    if fix.kind == "set_moments":
        parts = [f"{MOMENT_NAMES[n]} {moment(at, zone)}" for n, at in fix.values.items() if isinstance(at, datetime)]
        return str(FIXES["set_moments"]) % {"moments": ", ".join(parts)} if parts else str(FIXES["set_moments.none"])
    if fix.kind == "set_done_rule":
        return str(FIXES[f"{fix.kind}.{fix.values['rule']}"])
    return str(FIXES[fix.kind]) % {name: _word(name, value, zone, "") for name, value in fix.values.items()}


def _place(course: Course, laid: Layout, finding: Finding) -> tuple[str, str]:
    """What it is about, and the page where it can be seen and changed."""
    kind, pk, base = finding.place.kind, finding.place.id, f"/c/{course.slug}"
    if kind in ("item", "text"):
        return laid.items[pk].title, f"{base}/item/{pk}"
    if kind == "announcement":
        return _("Announcement"), f"{base}/talk?said={pk}#said-{pk}"
    if kind == "module":
        return laid.module_by_id[pk].title, f"{base}/week/{laid.module_by_id[pk].key}"
    if kind == "week":
        return _("Week %(n)s") % {"n": pk}, f"{base}/week/{pk}"
    if kind == "category":
        return next((c.name for c in setup_of(course).categories if c.pk == pk), ""), f"{base}/gradebook"
    return _("Gradebook"), f"{base}/gradebook"
