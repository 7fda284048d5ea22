"""Who goes to a system from which section."""

from __future__ import annotations


def is_elsewhere(ours: int | None, theirs: int | None, last: int | None) -> bool:
    """Whether somebody is stopped: the system says by itself that it has them in another section (`theirs`) than
    they are
    in here (`ours`), and they were not moved here since they last went there (`last`)."""
    if ours is None or theirs is None or theirs == ours:
        return False
    return last is None or last == ours
