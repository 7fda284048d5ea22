"""What can go wrong is returned as data; exceptions mean bugs."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field


@dataclass(frozen=True, slots=True)
class Problem:
    """One thing that is wrong with what was given.

    `code` is stable and never translated; `path` names the field or object ('due', 'item:12');
    `params` fill the sentence that the caller's catalogue keeps for the code.
    """

    code: str
    path: str = ""
    params: Mapping[str, object] = field(default_factory=dict)
