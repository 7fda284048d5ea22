"""Mail as it leaves: text and HTML that say the same, with the way out of it in every one (RFC 8058)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field
from email.utils import formataddr

from django.conf import settings
from django.core.mail import EmailMultiAlternatives
from django.core.signing import BadSignature, Signer
from django.template.loader import render_to_string
from django.utils.html import urlize
from django.utils.safestring import mark_safe
from django.utils.translation import gettext as _

from apps.notices.kinds import KINDS
from apps.notices.models import Notice

SIGNER = Signer(salt="notices.unsubscribe")


@dataclass(frozen=True, slots=True)
class Line:
    """One line; with an address within Unvo its words are the link to it."""

    text: str
    address: str = ""


@dataclass(frozen=True, slots=True)
class Paragraph:
    """A stretch of a mail: a heading with its link, and lines."""

    title: str
    address: str = ""
    lines: Sequence[Line] = field(default_factory=tuple)


@dataclass(frozen=True, slots=True)
class Letter:
    subject: str
    opening: str
    paragraphs: Sequence[Paragraph]
    kind: str
    """Of what it is a notice: what its reader can do without."""


def way_out(person_id: int, kind: str) -> str:
    """The address that ends mail of this kind to this person; nobody else's hand can make one."""
    return f"{settings.PUBLIC_ADDRESS}/unsubscribe/{SIGNER.sign(f'{person_id}.{kind}')}"


def read_way_out(token: str) -> tuple[int, str] | None:
    try:
        person, _dot, kind = SIGNER.unsign(token).partition(".")
    except BadSignature:
        return None
    return (int(person), kind) if person.isdigit() and kind in KINDS else None


def mail_of(letter: Letter, to: tuple[str, str], person_id: int, message_id: str) -> EmailMultiAlternatives:
    """`to`: name and address."""
    out = way_out(person_id, letter.kind)
    context = {"letter": letter, "base": settings.PUBLIC_ADDRESS, "out": out, "kind": KINDS[letter.kind].word}
    headers = {
        "Message-ID": message_id,
        "List-Unsubscribe": f"<{out}>",
        "List-Unsubscribe-Post": "List-Unsubscribe=One-Click",
        "Auto-Submitted": "auto-generated",
    }
    text = render_to_string("notices/mail.txt", context).strip() + "\n"
    made = EmailMultiAlternatives(letter.subject, text, to=[formataddr(to)], headers=headers)
    made.attach_alternative(render_to_string("notices/mail.html", context), "text/html")
    return made


def letter_of(notice: Notice) -> Letter:
    where = f"{notice.course}: " if notice.course else ""
    return Letter(f"{where}{notice.title}", "", _paragraphs(notice, notice.title), notice.kind)


def _paragraphs(notice: Notice, title: str) -> list[Paragraph]:
    if not notice.parts:
        return [Paragraph(title, notice.address, [Line(notice.line)] if notice.line else [])]
    parts = [Paragraph(p["title"], "", [Line(**line) for line in p["lines"]]) for p in notice.parts]
    return [Paragraph(title, notice.address), *parts]


def daily_letter(notices: Sequence[Notice]) -> Letter:
    """What a day brought, in the order in which it came; the way out is that of its first kind."""
    titles = [f"{n.course}: {n.title}" if n.course else n.title for n in notices]
    paragraphs = [p for n, title in zip(notices, titles, strict=True) for p in _paragraphs(n, title)]
    subject = _("Your day in Unvo: %(n)s things") % {"n": len(notices)}
    return Letter(subject, "", paragraphs, notices[0].kind)


def plain_html(body: str) -> str:
    """A mail of words alone as HTML: its lines, its addresses as links."""
    # urlize escapes what it is given.
    lines = mark_safe(urlize(body, autoescape=True).replace("\n", "<br>\n"))  # noqa: S308
    return render_to_string("notices/plain.html", {"lines": lines})
