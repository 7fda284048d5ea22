"""Whether a system works, step by step: what of it is right, and what to do where it is not."""

from __future__ import annotations

from dataclasses import dataclass

from django.utils.translation import gettext as _

from apps.courses.public import Course
from apps.kernel.public import sentence
from apps.links.actions.fetch_state import ask
from apps.links.fetching import NotFetched, fetch
from apps.links.lti.tokens import key_set
from apps.links.models import LinkedSystem, UsedOnce
from apps.links.queries import deployment_of


@dataclass(frozen=True, slots=True)
class Step:
    """`ok`: None where it can't be told from here yet."""

    name: str
    ok: bool | None
    said: str


def examine(system: LinkedSystem, course: Course | None) -> list[Step]:
    """In the order in which a launch needs them. It asks the system's addresses, seconds at most for each."""
    steps = [_keys(system), _login(system), _called(system)]
    if system.state_address and course is not None:
        steps.append(_state(system, course))
    if course is not None:
        deployed = deployment_of(system, course) is not None
        said = _("It is put to use in this course.") if deployed else _("It is not put to use in this course.")
        steps.append(Step(_("This course"), deployed, said))
    return steps


def _keys(system: LinkedSystem) -> Step:
    name = _("Key set")
    try:
        count = len(key_set(system, anew=True).keys)
    except NotFetched as error:
        return Step(name, False, fetched(error))
    except ValueError:
        return Step(name, False, _("What stands at its address is no JSON Web Key Set."))
    if not count:
        return Step(name, False, _("It holds no key, so nothing that the system signs can be believed."))
    return Step(name, True, _("%(n)s key(s) can be read.") % {"n": count})


def _login(system: LinkedSystem) -> Step:
    name = _("Where a launch begins")
    try:
        status, _body = fetch(system.login_address)
    except NotFetched as error:
        return Step(name, False, fetched(error))
    if status >= 500:
        return Step(name, False, _("It answers with an error of its own (%(status)s).") % {"status": status})
    return Step(name, True, _("It answers."))


def _called(system: LinkedSystem) -> Step:
    """Tokens are kept track of while their assertions could come again."""
    called = UsedOnce.objects.filter(kind=UsedOnce.ASSERTION, key__startswith=f"{system.pk}:").exists()
    said = _("It asked for a token within the last two hours.") if called else _("It asked for no token lately.")
    return Step(_("Its calls"), True if called else None, said)


def _state(system: LinkedSystem, course: Course) -> Step:
    name = _("What it holds")
    try:
        ask(system, course, course.sections.order_by("number").first())
    except NotFetched as error:
        return Step(name, False, fetched(error))
    return Step(name, True, _("It says what it holds when it is asked."))


def fetched(error: NotFetched) -> str:
    """Why something could not be fetched, in a sentence."""
    return sentence(f"links.fetch.{error.code}", error.params)
