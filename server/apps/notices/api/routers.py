from django.conf import settings
from ninja import Router

from apps.kernel.public import not_found
from apps.notices.api.schemas import Mail
from apps.notices.queries import mail_to
from apps.people.public import SignedIn

router = Router(tags=["messaging"])


@router.get("/outbox", response=list[Mail])
def outbox(request: SignedIn) -> list[Mail]:
    """Mail that the stand-in post kept for this person; only in demo mode."""
    if not settings.DEMO:
        raise not_found("outbox")
    return [Mail(id=m.pk, subject=m.subject, body=m.body, at=m.at) for m in mail_to(request.user.email)]
