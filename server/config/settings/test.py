"""Tests: the demo's manners, cheap passwords, jobs run when a test says so."""

import os
import tempfile
from pathlib import Path

from config.settings.demo import *  # noqa: F403
from config.settings.demo import DATABASES, LOGGING

SECRET_KEY = "tests-only"  # noqa: S105
PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]
MEDIA_ROOT = Path(os.environ.get("UNVO_FILES") or tempfile.mkdtemp(prefix="unvo-test-files-"))
WHITENOISE_AUTOREFRESH = True
"""Or each client of a test would look through every file of the front end first."""
DATABASES = {"default": {**DATABASES["default"], "TEST": {"TEMPLATE": os.environ.get("UNVO_TEST_PATTERN")}}}
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
