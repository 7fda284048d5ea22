"""Django's runner with a last line that says how many passed."""

from __future__ import annotations

import unittest
from typing import Any

from django.test.runner import DiscoverRunner


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

    def run_tests(self, *args: Any, **kwargs: Any) -> int:
        failed = super().run_tests(*args, **kwargs)
        print(self.line, flush=True)
        return failed
