"""Whether the server lives, and whether it can do its work: for whoever watches over it."""

from __future__ import annotations

from apps.kernel.public import can_keep
from django.db import DatabaseError, connection
from django.db.migrations.executor import MigrationExecutor
from django.http import HttpRequest, HttpResponse, JsonResponse
from django.views.decorators.http import require_safe


@require_safe
def alive(request: HttpRequest) -> HttpResponse:
    """The process answers; nothing else is asked."""
    return HttpResponse("alive", content_type="text/plain")


@require_safe
def ready(request: HttpRequest) -> HttpResponse:
    """The database answers and is of this version, and files can be kept. 503 names what is not so."""
    database = _database()
    found = {"database": database, "migrated": database and _migrated(), "files": can_keep()}
    return JsonResponse(found, status=200 if all(found.values()) else 503)


def _database() -> bool:
    try:
        with connection.cursor() as cursor:
            cursor.execute("SELECT 1")
    except DatabaseError:
        return False
    return True


def _migrated() -> bool:
    executor = MigrationExecutor(connection)
    return not executor.migration_plan(executor.loader.graph.leaf_nodes())
