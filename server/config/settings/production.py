"""Behind TLS, with a secret from the environment."""

import os
from urllib.parse import urlsplit

from config.settings.base import *  # noqa: F403
from config.settings.base import LOGGING, PUBLIC_ADDRESS, SECRET_KEY

if not SECRET_KEY:
    raise SystemExit("UNVO_SECRET_KEY is not set. Put a long random text there and start again.")

# The host of its address, and loopback for those who watch over it.
ALLOWED_HOSTS = os.environ.get("UNVO_HOSTS", f"{urlsplit(PUBLIC_ADDRESS).hostname},127.0.0.1,localhost").split(",")
SECURE_SSL_REDIRECT = True
SECURE_HSTS_SECONDS = 31536000
SECURE_PROXY_SSL_HEADER = ("HTTP_X_FORWARDED_PROTO", "https")
SESSION_COOKIE_SECURE = True
CSRF_COOKIE_SECURE = True
# Whether its sister sites are served by TLS too, and stand in browsers' own lists, is not for Unvo to decide.
SILENCED_SYSTEM_CHECKS = ["security.W005", "security.W021"]
# Whoever asks whether the server lives asks it beside the front server.
SECURE_REDIRECT_EXEMPT = [r"^health/"]
LOGGING = LOGGING | {"loggers": {**LOGGING["loggers"], "unvo.requests": {"level": "INFO"}}}  # type: ignore[dict-item]
