from __future__ import annotations

from apps.kernel.public import Actor, Refused, now, record
from apps.notices.kinds import KINDS, PACES
from apps.notices.models import Notice, NoticeChoice


def choose(actor: Actor, kind: str, here: str, mail: str) -> None:
    """How one wants to be told of this kind of thing from now on."""
    if kind not in KINDS or here not in PACES or mail not in PACES:
        raise Refused("notice.choice")
    NoticeChoice.objects.update_or_create(
        person_id=actor.person_id or 0, kind=kind, defaults={"here": here, "mail": mail}
    )
    record(actor, "notice.choose", ("person", actor.person_id or 0), after={"kind": kind, "here": here, "mail": mail})


def no_more_mail(person_id: int, kind: str) -> None:
    """From the mail itself: none of this kind any more, what waits for the day's mail included."""
    own, _ = NoticeChoice.objects.get_or_create(
        person_id=person_id, kind=kind, defaults={"here": KINDS[kind].here, "mail": "never"}
    )
    NoticeChoice.objects.filter(pk=own.pk).update(mail="never")
    Notice.objects.filter(person_id=person_id, kind=kind, mailed_at=None).update(mail=Notice.NONE)
    record(Actor(person_id, ""), "notice.no_mail", ("person", person_id), after={"kind": kind})


def note_seen(actor: Actor, upto: int) -> None:
    """All that stands in the list up to this notice has been seen."""
    Notice.objects.filter(
        person_id=actor.person_id or 0, pk__lte=upto, seen_at=None, shown_at__isnull=False, shown_at__lte=now()
    ).update(seen_at=now())
