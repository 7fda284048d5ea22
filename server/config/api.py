"""The API: every app's operations, problems as problem+json (RFC 9457)."""

from collections.abc import Iterable

from apps.administration.api.routers import router as administration
from apps.assignments.api.routers import routers as assignments
from apps.checks.api.routers import router as checks
from apps.courses.api.routers import router as courses
from apps.gradebook.api.routers import router as gradebook
from apps.joining.api.routers import router as joining
from apps.kernel.api.routers import router as pieces
from apps.kernel.public import Readable, answer_problems
from apps.layout.api.routers import router as layout
from apps.library.api.routers import router as library
from apps.links.api.routers import routers as links
from apps.live.api.routers import router as live
from apps.messages.api.messages import router as threads
from apps.messages.api.questions import router as asked
from apps.messages.api.routers import router as messages
from apps.notices.api.routers import router as notices
from apps.path.api.routers import router as path
from apps.people.api.routers import router as people
from apps.questions.api.routers import router as questions
from apps.quizzes.api.routers import routers as quizzes
from apps.reviews.api.routers import router as reviews
from apps.screens.public import ROUTERS as SCREENS
from apps.talk.api.routers import router as talk
from apps.transfer.api.routers import router as transfer
from ninja import NinjaAPI, Router
from ninja.operation import PathView
from ninja.security import django_auth


class Api(NinjaAPI):
    def get_openapi_operation_id(self, operation: object) -> str:
        """An operation keeps its name when it moves to another room."""
        name: str = operation.view_func.__name__  # type: ignore[attr-defined]
        return name


def one_router(routers: Iterable[Router]) -> Router:
    """All operations behind one router: two routers of ninja can't share an address, rooms here do. Raises ValueError
    for two of one name."""
    whole, names = Router(), set[str]()
    for router in routers:
        for address, view in router.path_operations.items():
            for operation in view.operations:
                name = operation.view_func.__name__
                if name in names:
                    raise ValueError(f"two operations are called {name}: one would take the other's place")
                names.add(name)
                operation.tags = operation.tags or router.tags
                whole.path_operations.setdefault(address, PathView()).operations.append(operation)
    return whole


ROUTERS = (
    people,
    notices,
    courses,
    joining,
    pieces,
    layout,
    questions,
    gradebook,
    path,
    *assignments,
    *quizzes,
    *links,
    reviews,
    talk,
    messages,
    asked,
    threads,
    live,
    library,
    checks,
    *SCREENS,
    transfer,
    administration,
)

api = Api(
    title="Unvo",
    version="1",
    auth=django_auth,
    docs_url=None,
    openapi_url=None,
    urls_namespace="api",
    parser=Readable(),
)
answer_problems(api)
api.add_router("", one_router(ROUTERS))
