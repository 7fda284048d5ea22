"""The front end's files as they are handed out: compressed once, when they are laid out."""

from __future__ import annotations

from collections.abc import Iterator
from math import isclose
from pathlib import Path
from typing import Any

from whitenoise.storage import CompressedStaticFilesStorage

SUFFIXES = (".br", ".gz")


class CompressedOnce(CompressedStaticFilesStorage):  # type: ignore[misc]  # the library has no types
    """What stands compressed already and has not changed since is left as it is: to compress all of it takes most of a
    minute, and every start lays them out."""

    def post_process(self, paths: dict[str, Any], dry_run: bool = False, **options: Any) -> Iterator[Any]:
        anew = {path: found for path, found in paths.items() if not self._is_compressed(path)}
        yield from super().post_process(anew, dry_run, **options)

    def _is_compressed(self, path: str) -> bool:
        """Whole, and of what stands there now: the library gives what it has written the time of the file that it was
        made of, in floats."""
        at = Path(self.path(path)).stat().st_mtime
        made = [Path(self.path(path + suffix)) for suffix in SUFFIXES]
        return all(one.exists() and isclose(one.stat().st_mtime, at, rel_tol=0, abs_tol=1e-3) for one in made)
