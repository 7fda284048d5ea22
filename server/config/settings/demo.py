"""The demo on loopback: made-up people listed on the sign-in page, mail kept in the outbox."""

import os

from config.settings.base import *  # noqa: F403
from config.settings.base import DJANGO_VITE

DEMO = True
SECRET_KEY = os.environ.get("UNVO_SECRET_KEY", "demo-only-on-loopback")
EMAIL_BACKEND = "apps.notices.outbox.OutboxBackend"
DJANGO_VITE = {"default": DJANGO_VITE["default"] | {"dev_mode": os.environ.get("UNVO_VITE") == "1"}}
if os.environ.get("UNVO_VITE") == "1":
    CONTENT_SECURITY_POLICY = None  # type: ignore[assignment]
