"""The API: one router an app, problems as problem+json (RFC 9457)."""

from apps.assignments.api.routers import router as assignments
from apps.courses.api.routers import router as courses
from apps.gradebook.api.routers import router as gradebook
from apps.kernel.public import WithoutNul, answer_problems
from apps.library.api.routers import router as library
from apps.messaging.api.routers import router as messaging
from apps.people.api.routers import router as people
from apps.transfer.api.routers import router as transfer
from ninja import NinjaAPI
from ninja.security import django_auth

api = NinjaAPI(title="Unvo", version="1", auth=django_auth, docs_url=None, urls_namespace="api", parser=WithoutNul())
answer_problems(api)
api.add_router("", people)
api.add_router("", courses)
api.add_router("", messaging)
api.add_router("", gradebook)
api.add_router("", assignments)
api.add_router("", library)
api.add_router("", transfer)
