"""The test settings with the floors' addresses added."""

from config.settings.test import *  # noqa: F403

ROOT_URLCONF = "tools.bench_urls"
