"""What goes out to a system with the beginning of a launch and comes back with its question: signed, good for minutes,
nothing in it that says who somebody is."""

from __future__ import annotations

from dataclasses import asdict, dataclass

from django.core import signing

from apps.kernel.public import Refused

SALT = "links.hint"
SECONDS = 600


@dataclass(frozen=True, slots=True, kw_only=True)
class Hint:
    """Who launches what: the item of a placement, or a picking. `subject`: as whom the system knows them. `section`:
    the context."""

    subject: str
    system: int
    section: int | None
    item: int = 0
    picking: int = 0


def login_hint(hint: Hint) -> str:
    """Of the person alone, as the standard has it (LTI Core 1.3, Security Framework 5.1.1.1)."""
    return signing.dumps([hint.subject, hint.system], salt=SALT + ".login")


def message_hint(hint: Hint) -> str:
    return signing.dumps(asdict(hint), salt=SALT)


def read_hints(login: str, message: str) -> Hint:
    """Raises Refused for what we did not give out, that is too old, or that does not belong together."""
    try:
        hint = Hint(**signing.loads(message, salt=SALT, max_age=SECONDS))
        who = signing.loads(login, salt=SALT + ".login", max_age=SECONDS)
    except signing.SignatureExpired as error:
        raise Refused("links.hint_old", status=400) from error
    except (signing.BadSignature, TypeError) as error:
        raise Refused("links.hint", status=400) from error
    if who != [hint.subject, hint.system]:
        raise Refused("links.hint", status=400)
    return hint
