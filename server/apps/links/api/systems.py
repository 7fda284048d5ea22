"""Systems of the whole place and of one course: joined, let in, changed, examined, asked."""

from django.http import HttpResponse
from ninja import Router
from unvo_core.links.variables import read_custom

from apps.courses.public import Course, can_teach, course_by_slug
from apps.kernel.public import actor_of, answer, not_found, require, write
from apps.links.actions.change_system import change_system
from apps.links.actions.deploy import deploy, end_deployment
from apps.links.actions.fetch_now import fetch_now
from apps.links.actions.join_system import begin_registration, join_by_hand, let_in
from apps.links.api import schemas as s
from apps.links.examining import examine
from apps.links.keys import key_of
from apps.links.lti.metadata import SystemWish
from apps.links.models import LinkedSystem
from apps.links.pages.systems import one_system, scopes_of, systems_page
from apps.links.policies import require_keeper, require_keeper_of
from apps.links.queries import system_for
from apps.path.public import enter
from apps.people.public import SignedIn

router = Router(tags=["links"])
COURSE = "/courses/{slug}/systems"
ONE = "/systems/{system_key}"


def _system(key: str) -> LinkedSystem:
    found = LinkedSystem.objects.select_related("course").filter(key=key_of(key)).first()
    if found is None:
        raise not_found("linked system")
    return found


@router.get("/systems", response=s.LinkedSystems)
def read_systems(request: SignedIn) -> HttpResponse:
    require_keeper(actor_of(request), None)
    return answer(systems_page(actor_of(request), None))


@router.get(COURSE, response=s.LinkedSystems)
def read_course_systems(request: SignedIn, slug: str) -> HttpResponse:
    course, reader = enter(request, slug)
    require(can_teach(reader.member))
    return answer(systems_page(actor_of(request), course))


@router.post("/systems/registration", response=s.RegistrationBegun)
@write
def register_system(request: SignedIn, payload: s.RegistrationIn) -> s.RegistrationBegun:
    return s.RegistrationBegun(address=begin_registration(actor_of(request), None, payload.address.strip()))


@router.post(COURSE + "/registration", response=s.RegistrationBegun)
@write
def register_course_system(request: SignedIn, slug: str, payload: s.RegistrationIn) -> s.RegistrationBegun:
    course = course_by_slug(slug)
    return s.RegistrationBegun(address=begin_registration(actor_of(request), course, payload.address.strip()))


@router.post("/systems", response=s.SystemOut)
@write
def join_system(request: SignedIn, payload: s.SystemByHand) -> s.SystemOut:
    return _joined(request, None, payload)


@router.post(COURSE, response=s.SystemOut)
@write
def join_course_system(request: SignedIn, slug: str, payload: s.SystemByHand) -> s.SystemOut:
    return _joined(request, course_by_slug(slug), payload)


def _joined(request: SignedIn, course: Course | None, payload: s.SystemByHand) -> s.SystemOut:
    wish = SystemWish(
        name=payload.name.strip(),
        login_address=payload.login_address.strip(),
        launch_address=payload.launch_address.strip(),
        redirects=tuple(a.strip() for a in payload.redirects if a.strip()) or (payload.launch_address.strip(),),
        keys_address=payload.keys_address.strip(),
        own_keys=payload.own_keys,
        picking_address=payload.picking_address.strip(),
        state_address=payload.state_address.strip(),
        custom=read_custom(payload.custom),
        scopes=scopes_of(payload.scopes),
        asks_name=payload.sends_name,
        asks_email=payload.sends_email,
    )
    return one_system(join_by_hand(actor_of(request), course, wish))


@router.patch(ONE, response=s.SystemOut)
@write
def edit_system(request: SignedIn, system_key: str, payload: s.SystemChange) -> s.SystemOut:
    system = _system(system_key)
    wish = payload.model_dump()
    if payload.scopes is not None:
        wish["scopes"] = scopes_of(payload.scopes)
    change_system(actor_of(request), system, wish)
    return one_system(system)


@router.post(ONE + "/let-in", response=s.SystemOut)
@write
def let_system_in(request: SignedIn, system_key: str, payload: s.LetIn) -> s.SystemOut:
    system = _system(system_key)
    let_in(actor_of(request), system, scopes_of(payload.scopes), payload.sends_name, payload.sends_email)
    return one_system(system)


@router.post(ONE + "/deployments", response=s.SystemOut)
@write
def deploy_system(request: SignedIn, system_key: str, payload: s.DeployIn) -> s.SystemOut:
    deploy(actor_of(request), _system(system_key), payload.course.strip())
    return one_system(_system(system_key))


@router.delete(ONE + "/deployments/{deployment_code}", response=s.SystemOut)
@write
def end_system_deployment(request: SignedIn, system_key: str, deployment_code: str) -> s.SystemOut:
    end_deployment(actor_of(request), _system(system_key), deployment_code)
    return one_system(_system(system_key))


@router.get(ONE + "/test", response=s.Examined)
def examine_system(request: SignedIn, system_key: str, course: str = "") -> HttpResponse:
    """Step by step; `course`: as it is used there. It waits for the system, so it holds no transaction."""
    system = _system(system_key)
    require_keeper_of(actor_of(request), system)
    used_in = course_by_slug(course) if course else system.course
    if used_in is not None:
        require_keeper(actor_of(request), used_in)
    steps = examine(system, used_in)
    return answer(s.Examined(steps=[s.StepOut(name=one.name, ok=one.ok, said=one.said) for one in steps]))


@router.post(COURSE + "/{system_key}/fetch", response=s.LinkedSystems)
@write
def fetch_system(request: SignedIn, slug: str, system_key: str) -> s.LinkedSystems:
    course = course_by_slug(slug)
    require_teaching(request, slug)
    fetch_now(actor_of(request), course, system_for(course, system_key))
    return systems_page(actor_of(request), course)


def require_teaching(request: SignedIn, slug: str) -> None:
    _course, reader = enter(request, slug)
    require(can_teach(reader.member))
