"""Tests: the demo's manners, cheap passwords, jobs run when a test says so."""

import os
import tempfile
from pathlib import Path

from config.settings.demo import *  # noqa: F403
from config.settings.demo import LOGGING

SECRET_KEY = "tests-only"  # noqa: S105
PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]
MEDIA_ROOT = Path(os.environ.get("UNVO_FILES") or tempfile.mkdtemp(prefix="unvo-test-files-"))
TEST_RUNNER = "config.test_runner.CountingRunner"
LOGGING = LOGGING | {
    "loggers": {
        "waitress.queue": {"level": "ERROR"},
        "django.request": {"level": "CRITICAL"},
        "django.security": {"level": "CRITICAL"},
        "weasyprint": {"level": "CRITICAL"},
    }
}
CACHES = {"default": {"BACKEND": "django.core.cache.backends.locmem.LocMemCache"}}
