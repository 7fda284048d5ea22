"""The demo's world for tests: each variant is seeded once into a template database, and cloned where a test needs it."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from datetime import datetime
from typing import Any

from apps.assignments.models import HandIn
from apps.gradebook.models import Score
from apps.layout.models import Item
from apps.path.models import Fact
from apps.people.models import Person
from demo.seeding import seed
from django.db import connection
from django.test import override_settings
from psycopg.sql import SQL, Identifier

CLOCK = "2026-10-07T10:20:00-05:00"
World = tuple[int, bool]
"""How many students, and whether the courses of other terms are there too."""

_made: set[str] = set()
_standing: World | None = None


def stand(world: World, anew: bool = False) -> None:
    """Let this world stand in the test database; at once when it does and none of it was committed (`anew`)."""
    global _standing
    if _standing == world and not anew:
        return
    _keep_empty()
    template = _name(f"world_{world[0]}_{int(world[1])}")
    if template not in _made:
        _clone(_name("empty"))
        with override_settings(FIXED_CLOCK=CLOCK):
            seed(datetime.fromisoformat(CLOCK), *world)
        _copy(_test_name(), template)
    else:
        _clone(template)
    _standing = world


def fallen() -> None:
    """Something was committed: what stands is no world any more."""
    global _standing
    _standing = None


def forget() -> None:
    """Remove the templates; at the end of a run, and of one that was cut off before."""
    with _from_outside() as cursor:
        cursor.execute("SELECT datname FROM pg_database WHERE starts_with(datname, %s)", [_name("")])
        for (name,) in cursor.fetchall():
            cursor.execute(SQL("DROP DATABASE {} WITH (FORCE)").format(Identifier(name)))
    _made.clear()


def stand_at(now: datetime, students: int = 8) -> None:
    """The demo around an instant of its own, without courses of other terms. The work that journeys do is still ahead,
    whatever day of the week it is."""
    _keep_empty()
    _clone(_name("empty"))
    seed(now, students, False)
    item, person = Item.objects.get(title__startswith="Set 7A"), Person.objects.get(username="rosalind.tarrow")
    Score.objects.filter(cell__graded_item__item=item, cell__person=person).delete()
    HandIn.objects.filter(item=item, person=person).delete()
    Fact.objects.filter(item=item, person=person).delete()
    fallen()


class Committed:
    """For cases whose changes are committed: the world is cloned anew for each test, and emptied by nobody."""

    STUDENTS = 8
    OTHER_TERMS = False

    def setUp(self) -> None:
        super().setUp()  # type: ignore[misc]
        stand((self.STUDENTS, self.OTHER_TERMS), anew=True)

    def _fixture_teardown(self) -> None:
        fallen()


def _keep_empty() -> None:
    """The first that asks finds the database as it was migrated."""
    if _name("empty") not in _made:
        _copy(_test_name(), _name("empty"))


def _test_name() -> str:
    return str(connection.settings_dict["NAME"])


def _name(what: str) -> str:
    return f"{_test_name()}__{what}"


def _copy(source: str, to: str) -> None:
    with _from_outside() as cursor:
        cursor.execute(SQL("CREATE DATABASE {} TEMPLATE {}").format(Identifier(to), Identifier(source)))
    _made.add(to)


def _clone(template: str) -> None:
    """In the place of the test database."""
    with _from_outside() as cursor:
        cursor.execute(SQL("DROP DATABASE {} WITH (FORCE)").format(Identifier(_test_name())))
        cursor.execute(SQL("CREATE DATABASE {} TEMPLATE {}").format(Identifier(_test_name()), Identifier(template)))


@contextmanager
def _from_outside() -> Iterator[Any]:
    """A cursor of another database; nobody of this process holds the test database meanwhile."""
    connection.close()
    connection.close_pool()
    with connection._nodb_cursor() as cursor:
        yield cursor
