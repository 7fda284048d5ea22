from typing import cast

from django.conf import settings
from django.http import HttpResponse
from ninja import Router

from apps.kernel.public import actor_of, answer, not_found, now, write
from apps.notices.actions.choices import choose, note_seen
from apps.notices.api import schemas as s
from apps.notices.queries import choices_of, mail_to, notices_of, unseen_count
from apps.people.public import SignedIn

router = Router(tags=["notices"])
A_PAGE = 40


@router.get("/outbox", response=list[s.Mail])
def outbox(request: SignedIn) -> list[s.Mail]:
    """Mail that the stand-in post kept for this person; only in demo mode."""
    if not settings.DEMO:
        raise not_found("outbox")
    return [s.Mail(id=m.pk, subject=m.subject, body=m.body, at=m.at) for m in mail_to(request.user.email)]


@router.get("/notices", response=s.Notices)
def read_notices(request: SignedIn, before: int | None = None) -> HttpResponse:
    found = notices_of(request.user.pk, now(), before, A_PAGE)
    return answer(
        s.Notices(
            now=now(),
            unseen=unseen_count(request.user.pk, now()),
            notices=[
                s.NoticeOut(
                    id=n.pk,
                    kind=n.kind,
                    course=n.course,
                    title=n.title,
                    line=n.line,
                    address=n.address,
                    at=n.at,
                    seen=n.seen_at is not None,
                )
                for n in found
            ],
            next=found[-1].pk if len(found) == A_PAGE else 0,
        )
    )


@router.post("/notices/seen", response=s.SeenNotices)
@write
def see_notices(request: SignedIn, payload: s.SeenNotices) -> s.SeenNotices:
    note_seen(actor_of(request), payload.upto)
    return payload


@router.get("/notices/choices", response=list[s.NoticeChoiceOut])
def read_notice_choices(request: SignedIn) -> list[s.NoticeChoiceOut]:
    return _choices(request.user.pk)


def _choices(person_id: int) -> list[s.NoticeChoiceOut]:
    return [
        s.NoticeChoiceOut(
            kind=kind.code,
            word=str(kind.word),
            here=cast(s.PaceCode, here),
            mail=cast(s.PaceCode, mail),
            always=kind.always,
        )
        for kind, here, mail in choices_of(person_id)
    ]


@router.put("/notices/choices", response=list[s.NoticeChoiceOut])
@write
def choose_notices(request: SignedIn, payload: s.NoticeChoiceIn) -> list[s.NoticeChoiceOut]:
    choose(actor_of(request), payload.kind, payload.here, payload.mail)
    return _choices(request.user.pk)
