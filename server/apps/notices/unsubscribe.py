"""Out of a kind of mail from the mail itself, signed in or not: by one press of the mail program (RFC 8058), or by the
page that the link leads to."""

from __future__ import annotations

from django.db import transaction
from django.http import HttpRequest, HttpResponse
from django.utils.html import format_html
from django.utils.translation import gettext as _
from django.views.decorators.csrf import csrf_exempt
from django.views.decorators.http import require_http_methods

from apps.notices.actions.choices import no_more_mail
from apps.notices.kinds import KINDS
from apps.notices.letters import read_way_out

PAGE = """<!doctype html>
<html lang="en">
<head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>Unvo</title></head>
<body><main><h1>Unvo</h1><p>{}</p>{}</main></body>
</html>
"""


@csrf_exempt
@require_http_methods(["GET", "POST"])
def unsubscribe(request: HttpRequest, token: str) -> HttpResponse:
    """A mail program that looks at links before anybody presses one changes nothing: only a POST does."""
    read = read_way_out(token)
    if read is None:
        said = _("This link was cut short on the way. Copy it whole from the mail, or choose in Unvo under 'You'.")
        return HttpResponse(format_html(PAGE, said, ""), status=404)
    person_id, kind = read
    word = KINDS[kind].word
    if request.method == "POST":
        with transaction.atomic():
            no_more_mail(person_id, kind)
        said = _("No more mail of this kind: %(kind)s. It still stands in Unvo, where you can choose it again.")
        return HttpResponse(format_html(PAGE, said % {"kind": word}, ""))
    form = format_html('<form method="post"><button type="submit">{}</button></form>', _("No more of these by mail"))
    return HttpResponse(format_html(PAGE, _("Mail of this kind: %(kind)s.") % {"kind": word}, form))
