"""Settings of the stand-in; places and secrets come from the environment."""

import os
from pathlib import Path

BASE = Path(__file__).resolve().parents[1]
SECRET_KEY = os.environ.get("HOMEWORK_SECRET", "only-for-the-demo")
ADDRESS = os.environ.get("HOMEWORK_ADDRESS", "http://127.0.0.1:8001")
FIXED_CLOCK = os.environ.get("HOMEWORK_FIXED_CLOCK", "")
ALLOWED_HOSTS = ["127.0.0.1", "localhost"]
DEBUG = False
INSTALLED_APPS = ["django.contrib.sessions", "django.contrib.staticfiles", "sets"]
MIDDLEWARE = [
    "sets.switches.disturbed",
    "django.middleware.security.SecurityMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
]
ROOT_URLCONF = "homework.urls"
TEMPLATES = [{"BACKEND": "django.template.backends.django.DjangoTemplates", "APP_DIRS": True}]
DATABASES = {
    "default": {
        "ENGINE": "django.db.backends.postgresql",
        "NAME": os.environ.get("HOMEWORK_DB_NAME", "homework"),
        "USER": os.environ.get("HOMEWORK_DB_USER", "unvo"),
        "PASSWORD": os.environ.get("HOMEWORK_DB_PASSWORD", ""),
        "HOST": os.environ.get("HOMEWORK_DB_HOST", "127.0.0.1"),
        "PORT": os.environ.get("HOMEWORK_DB_PORT", "5432"),
        "CONN_MAX_AGE": 60,
    }
}
# A browser keeps cookies by host and not by port: another service of the same machine has its own.
SESSION_COOKIE_NAME = "homework_session"
CSRF_COOKIE_NAME = "homework_csrf"
# Its pages may stand in a frame of the platform that opens them.
X_FRAME_OPTIONS = None
STATIC_URL = "/static/"
STATIC_ROOT = BASE / "sets" / "static"
WHITENOISE_USE_FINDERS = True
USE_TZ = True
TIME_ZONE = "UTC"
LANGUAGE_CODE = "en"
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"
