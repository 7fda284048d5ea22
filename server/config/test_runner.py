"""Django's runner with a last line that says how many passed."""

from __future__ import annotations

import unittest
from typing import Any

from django.test.runner import DiscoverRunner
from tests import worlds


class _Counting(unittest.TextTestResult):
    passed = 0

    def addSuccess(self, test: unittest.TestCase) -> None:
        super().addSuccess(test)
        self.passed += 1


class CountingRunner(DiscoverRunner):
    """Prints 'N passed, N failed, N skipped' as its last line."""

    def get_resultclass(self) -> type[unittest.TextTestResult]:
        return _Counting

    def suite_result(self, suite: unittest.TestSuite, result: Any, **kwargs: Any) -> int:
        failed = len(result.failures) + len(result.errors) + len(getattr(result, "unexpectedSuccesses", []))
        self.line = f"{result.passed} passed, {failed} failed, {len(result.skipped)} skipped"
        return failed

    def setup_databases(self, **kwargs: Any) -> Any:
        found = super().setup_databases(**kwargs)
        if found:
            worlds.forget()
        return found

    def teardown_databases(self, old_config: Any, **kwargs: Any) -> None:
        if old_config:
            worlds.forget()
        super().teardown_databases(old_config, **kwargs)

    def run_tests(self, *args: Any, **kwargs: Any) -> int:
        failed = super().run_tests(*args, **kwargs)
        print(self.line, flush=True)
        return failed
