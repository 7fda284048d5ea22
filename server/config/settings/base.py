"""Settings that hold in every way of running. Secrets and places come from the environment."""

import os
import tomllib
from pathlib import Path

import pghistory
from csp.constants import NONCE, NONE, SELF
from django.utils.translation import gettext_lazy as _

SERVER = Path(__file__).resolve().parents[2]
ROOT = SERVER.parent
VERSION: str = tomllib.loads((ROOT / "pyproject.toml").read_text())["project"]["version"]

SECRET_KEY = os.environ.get("UNVO_SECRET_KEY", "")
DEBUG = False
DEMO = False
ALLOWED_HOSTS = os.environ.get("UNVO_HOSTS", "127.0.0.1,localhost").split(",")
PUBLIC_ADDRESS = os.environ.get("UNVO_ADDRESS", "http://127.0.0.1:8000")
FIXED_CLOCK = os.environ.get("UNVO_FIXED_CLOCK", "")

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "django.contrib.messages",
    "django.contrib.staticfiles",
    "django.contrib.postgres",
    "allauth",
    "allauth.account",
    "allauth.headless",
    "allauth.usersessions",
    "csp",
    "procrastinate.contrib.django",
    "pgtrigger",
    "pghistory",
    "django_vite",
    "apps.kernel",
    "apps.people",
    "apps.notices",
    "apps.courses",
    "apps.joining",
    "apps.layout",
    "apps.questions",
    "apps.gradebook",
    "apps.path",
    "apps.assignments",
    "apps.quizzes",
    "apps.links",
    "apps.reviews",
    "apps.talk",
    "apps.messages",
    "apps.live",
    "apps.library",
    "apps.checks",
    "apps.screens",
    "apps.transfer",
    "apps.administration",
    "demo",
    "config",
]

MIDDLEWARE = [
    "apps.kernel.log_lines.numbered",
    "django.middleware.security.SecurityMiddleware",
    "apps.kernel.requests.nothing_at_nul",
    "apps.kernel.requests.nothing_personal_kept",
    "apps.kernel.compression.CompressedAnswers",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "csp.middleware.CSPMiddleware",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.locale.LocaleMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "apps.administration.acting.as_somebody",
    "apps.kernel.pieces.whole_from_pieces",
    "django.contrib.messages.middleware.MessageMiddleware",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
    "allauth.account.middleware.AccountMiddleware",
]

AUTHENTICATION_BACKENDS = ["allauth.account.auth_backends.AuthenticationBackend"]
AUTH_USER_MODEL = "people.Person"
PASSWORD_HASHERS = ["django.contrib.auth.hashers.Argon2PasswordHasher"]
AUTH_PASSWORD_VALIDATORS = [
    {"NAME": "django.contrib.auth.password_validation.MinimumLengthValidator", "OPTIONS": {"min_length": 10}},
    {"NAME": "django.contrib.auth.password_validation.CommonPasswordValidator"},
]

ACCOUNT_LOGIN_METHODS = {"username", "email"}
ACCOUNT_PRESERVE_USERNAME_CASING = False
ACCOUNT_SIGNUP_FIELDS = ["username*", "email*", "password1*"]
ACCOUNT_ADAPTER = "apps.joining.accounts.Door"
ACCOUNT_EMAIL_VERIFICATION = "none"
# Who asks for an address that nobody has gets no mail; the answer is the same.
ACCOUNT_EMAIL_UNKNOWN_ACCOUNTS = False
# Failures only: right passwords take nothing from the people behind one address.
ACCOUNT_RATE_LIMITS = {"login": None, "login_failed": "30/m/ip,5/5m/key"}
# How many front servers stand between Unvo and the browser; their X-Forwarded-For is believed, and nobody else's.
ALLAUTH_TRUSTED_PROXY_COUNT = int(os.environ.get("UNVO_FRONT_SERVERS", "0"))
HEADLESS_CLIENTS = ("browser",)
HEADLESS_ONLY = True
HEADLESS_FRONTEND_URLS = {"account_reset_password_from_key": PUBLIC_ADDRESS + "/password/{key}"}

ROOT_URLCONF = "config.urls"
WSGI_APPLICATION = "config.wsgi.application"
TEMPLATES = [
    {
        "BACKEND": "django.template.backends.django.DjangoTemplates",
        "DIRS": [SERVER / "config" / "templates"],
        "APP_DIRS": True,
        "OPTIONS": {
            "context_processors": [
                "django.template.context_processors.request",
                "csp.context_processors.nonce",
            ]
        },
    }
]

# A pooler such as PgBouncer between the web processes and the database: it keeps the connections, and what holds over
# several transactions (prepared statements, cursors) is not used.
POOLED = os.environ.get("UNVO_DB_POOLED", "") == "1"
# A connection is looked at before it is used (config/database): one that the database closed meanwhile fails no
# request, and a database that is back is asked at once.
OWN_POOL = {"min_size": 2, "max_size": 12, "timeout": 2, "reconnect_timeout": 2}
DATABASES = {
    "default": {
        "ENGINE": "config.database",
        "NAME": os.environ.get("UNVO_DB_NAME", "unvo"),
        "USER": os.environ.get("UNVO_DB_USER", "unvo"),
        "PASSWORD": os.environ.get("UNVO_DB_PASSWORD", ""),
        "HOST": os.environ.get("UNVO_DB_HOST", "127.0.0.1"),
        "PORT": os.environ.get("UNVO_DB_PORT", "5432"),
        "CONN_MAX_AGE": 0,
        "DISABLE_SERVER_SIDE_CURSORS": POOLED,
        # Queries are short: to compile one takes longer than it saves. A pooler takes no such option, and keeps no
        # prepared statements; only what asks for it is prepared (links/actions/keep_report.py).
        "OPTIONS": {"connect_timeout": 2}
        | (
            {"prepare_threshold": None}
            if POOLED
            else {"prepare_threshold": 5, "pool": OWN_POOL, "options": "-c jit=off"}
        ),
    }
}
CACHES = {
    "default": {"BACKEND": "django.core.cache.backends.db.DatabaseCache", "LOCATION": "kernel_cache"},
}
SESSION_COOKIE_HTTPONLY = True
SESSION_COOKIE_SAMESITE = "Lax"
CSRF_COOKIE_SAMESITE = "Lax"
SECURE_CONTENT_TYPE_NOSNIFF = True
CSRF_FAILURE_VIEW = "apps.kernel.plain_pages.not_from_here"
SECURE_REFERRER_POLICY = "same-origin"
X_FRAME_OPTIONS = "DENY"

# Hosts with their ports of linked systems that may be reached without TLS and in a private network, such as the demo's.
LINKS_PRIVATE_HOSTS = [h for h in os.environ.get("UNVO_LINKS_PRIVATE_HOSTS", "").split(",") if h]
# Whether instructors may link systems for a course of theirs; administrators may for the whole place.
LINKS_BY_INSTRUCTORS = os.environ.get("UNVO_LINKS_BY_INSTRUCTORS", "1") == "1"
LINKS_CALLS_A_MINUTE = int(os.environ.get("UNVO_LINKS_CALLS_A_MINUTE", "30000"))
"""How many calls of one linked system each web process answers in a minute."""

EMBED_HOSTS = [h for h in os.environ.get("UNVO_EMBED_HOSTS", "media.ostrell.example").split(",") if h]
"""Hosts whose pages and recordings may stand inside ours."""

# A bucket that speaks S3 instead of the folder, for several machines: browsers fetch large files from it by addresses
# that are signed for minutes.
S3_BUCKET = os.environ.get("UNVO_S3_BUCKET", "")
S3_ENDPOINT = os.environ.get("UNVO_S3_ENDPOINT", "")
BUCKET_ORIGINS = [S3_ENDPOINT] if S3_BUCKET and S3_ENDPOINT else []

CONTENT_SECURITY_POLICY = {
    "DIRECTIVES": {
        "default-src": [SELF],
        "script-src": [SELF, NONCE],
        "style-src": [SELF, NONCE],
        # Element styles carry positions on the time axis; style sheets still need the nonce.
        "style-src-attr": ["'unsafe-inline'"],
        "img-src": [SELF, "data:", "blob:", *BUCKET_ORIGINS],
        "media-src": [SELF, "blob:", *BUCKET_ORIGINS, *(f"https://{host}" for host in EMBED_HOSTS)],
        "frame-src": [SELF, "blob:", *BUCKET_ORIGINS, *(f"https://{host}" for host in EMBED_HOSTS)],
        "worker-src": [SELF],
        "font-src": [SELF],
        "object-src": [NONE],
        "base-uri": [SELF],
        "form-action": [SELF],
        "frame-ancestors": [NONE],
    }
}

DATA_UPLOAD_MAX_MEMORY_SIZE = 5 * 1024 * 1024
FILE_UPLOAD_HANDLERS = ["apps.kernel.uploads.ShortNames"]
UPLOAD_MAX_BYTES = 50 * 1024 * 1024
# More than a file may have, so that a file too large is refused by name; what is over this is not read at all.
REQUEST_MAX_BYTES = 1100 * 1024 * 1024
# What a person's files, and all files, of one course may take.
PERSON_MOST_BYTES = int(os.environ.get("UNVO_PERSON_GIGABYTES", "5")) * 1024**3
COURSE_MOST_BYTES = int(os.environ.get("UNVO_COURSE_GIGABYTES", "100")) * 1024**3
# Where a front server serves MEDIA_ROOT to us alone: files are then handed to it (X-Accel-Redirect).
FILES_BY_FRONT = os.environ.get("UNVO_FILES_BY_FRONT", "")

LANGUAGE_CODE = "en"
LANGUAGES = [("en", _("English"))]
LOCALE_PATHS = [SERVER / "locale"]
USE_TZ = True
TIME_ZONE = "UTC"

STATIC_URL = "/static/"
STATICFILES_DIRS = [SERVER / "assets"]
STATIC_ROOT = SERVER / "staticfiles"
BACKUPS = Path(os.environ.get("UNVO_BACKUPS", ROOT / ".unvo" / "backups"))
MEDIA_ROOT = Path(os.environ.get("UNVO_FILES", ROOT / ".unvo" / "files"))
IN_BUCKET = {
    "BACKEND": "apps.kernel.bucket.Bucket",
    "OPTIONS": {
        "bucket_name": S3_BUCKET,
        "endpoint_url": S3_ENDPOINT,
        "region_name": os.environ.get("UNVO_S3_REGION", "us-east-1"),
        "access_key": os.environ.get("UNVO_S3_KEY", ""),
        "secret_key": os.environ.get("UNVO_S3_SECRET", ""),
    },
}
STORAGES = {
    "default": IN_BUCKET if S3_BUCKET else {"BACKEND": "apps.kernel.whole_files.WholeFiles"},
    "staticfiles": {"BACKEND": "apps.kernel.static_files.CompressedOnce"},
}
WHITENOISE_USE_FINDERS = False
WHITENOISE_AUTOREFRESH = False
WHITENOISE_KEEP_ONLY_HASHED_FILES = False
WHITENOISE_IMMUTABLE_FILE_TEST = r"^.+[.-][0-9A-Za-z_-]{8,12}\..+$"
DJANGO_VITE = {"default": {"dev_mode": False, "manifest_path": SERVER / "assets" / "manifest.json"}}

EMAIL_BACKEND = "django.core.mail.backends.smtp.EmailBackend"
EMAIL_HOST = os.environ.get("UNVO_MAIL_HOST", "localhost")
EMAIL_PORT = int(os.environ.get("UNVO_MAIL_PORT", "25"))
EMAIL_HOST_USER = os.environ.get("UNVO_MAIL_USER", "")
EMAIL_HOST_PASSWORD = os.environ.get("UNVO_MAIL_PASSWORD", "")
EMAIL_USE_TLS = os.environ.get("UNVO_MAIL_TLS", "") == "1"
EMAIL_TIMEOUT = 20
DEFAULT_FROM_EMAIL = os.environ.get("UNVO_MAIL_FROM", "unvo@ostrell.example")
PROCRASTINATE_AUTODISCOVER_MODULE_NAME = "jobs"
PGHISTORY_DEFAULT_TRACKERS = (pghistory.InsertEvent(), pghistory.UpdateEvent(), pghistory.DeleteEvent())
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"

# A line of text, or of JSON for programs that gather logs.
LOG_FORM = os.environ.get("UNVO_LOG", "text")
LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "filters": {"of_request": {"()": "apps.kernel.log_lines.OfRequest"}},
    "formatters": {
        "text": {"format": "%(asctime)s %(levelname)s %(name)s [%(request)s] %(message)s"},
        "json": {
            "()": "pythonjsonlogger.json.JsonFormatter",
            "fmt": "%(asctime)s %(levelname)s %(name)s %(request)s %(message)s",
            "json_ensure_ascii": False,
        },
    },
    "handlers": {
        "console": {"class": "logging.StreamHandler", "filters": ["of_request"], "formatter": LOG_FORM},
    },
    "root": {"handlers": ["console"], "level": "WARNING"},
    # That requests wait for a moment is no news.
    "loggers": {"waitress.queue": {"level": "ERROR"}},
}
