"""The test settings with the floors' addresses added; files of the front end are given out as in earnest."""

from config.settings.test import *  # noqa: F403

ROOT_URLCONF = "tools.bench_urls"
WHITENOISE_AUTOREFRESH = False
