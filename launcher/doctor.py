"""What is missing for this place to run, and what to do about it."""

from __future__ import annotations

import json
from collections.abc import Iterator
from dataclasses import dataclass

from launcher import live, packages, serving, supervising
from launcher.shell import Stop, say


@dataclass(frozen=True)
class Found:
    """`do`: the next step; empty where all is well. `only_said`: it does not keep Unvo from running."""

    what: str
    do: str = ""
    only_said: bool = False


def look_over() -> int:
    """Prints a line for each; 1 when something must be done."""
    found = list(_looked())
    for one in found:
        mark = "fine   " if not one.do else "look at" if one.only_said else "MISSING"
        print(f"{mark}  {one.what}" + (f"\n         do: {one.do}" if one.do else ""))
    wrong = [one for one in found if one.do and not one.only_said]
    say("all is well" if not wrong else f"{len(wrong)} to be done")
    return 1 if wrong else 0


def _looked() -> Iterator[Found]:
    missing = packages.missing(packages.DEBIAN)
    yield Found("Debian packages", f"apt-get install -y --no-install-recommends {' '.join(missing)}" if missing else "")
    try:
        config = live.configuration()
    except Stop as stop:
        yield Found(f"configuration in {live.config_file()}", str(stop))
        return
    yield Found(f"configuration in {live.config_file()}, for {config['UNVO_ADDRESS']}")
    stale = packages.stale()
    yield Found("packages of Python and the front end, of this version", f"./unvo serve ({stale})" if stale else "")
    if stale:
        return
    running = supervising.running()
    runs = running is not None and running.watched and running.kind == "live"
    yield Found("it runs" if runs else "it does not run", "" if runs else "./unvo serve, or start its unit")
    try:
        yield from _inside(config)
    except Stop as stop:
        yield Found("the database", str(stop))


def _inside(config: dict[str, str]) -> Iterator[Found]:
    """What only the server itself can see."""
    with live.started(live.own_cluster(config)):
        for line in serving.told(live.environment(config), "examine").splitlines():
            yield Found(**json.loads(line))
