"""Behind TLS, with a secret from the environment."""

from config.settings.base import *  # noqa: F403
from config.settings.base import SECRET_KEY

if not SECRET_KEY:
    raise SystemExit("UNVO_SECRET_KEY is not set. Put a long random text there and start again.")

SECURE_SSL_REDIRECT = True
SECURE_HSTS_SECONDS = 31536000
SECURE_PROXY_SSL_HEADER = ("HTTP_X_FORWARDED_PROTO", "https")
SESSION_COOKIE_SECURE = True
CSRF_COOKIE_SECURE = True
