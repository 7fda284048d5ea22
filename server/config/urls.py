"""Addresses: the API, files, sign-in, and everything else is the web application's."""

from allauth.headless.account.views import (
    ChangePasswordView,
    LoginView,
    RequestPasswordResetView,
    ResetPasswordView,
    SessionView,
)
from allauth.headless.usersessions.views import SessionsView
from apps.kernel.public import not_there, not_understood, send_file, server_error
from apps.links.public import LTI
from apps.notices.public import unsubscribe
from apps.screens.public import read_feed
from django.urls import include, path, re_path

from config.api import api
from config.files import GUARDS
from config.health import alive, ready
from config.shell import shell
from config.worker import worker

handler400 = not_understood
handler404 = not_there
handler500 = server_error

SIGN_IN = [
    path("login", LoginView.as_api_view(client="browser")),
    path("session", SessionView.as_api_view(client="browser")),
    path("sessions", SessionsView.as_api_view(client="browser")),
    path("password/request", RequestPasswordResetView.as_api_view(client="browser")),
    path("password/reset", ResetPasswordView.as_api_view(client="browser")),
    path("password/change", ChangePasswordView.as_api_view(client="browser")),
]
"""Signing in and out, passwords, and where one is signed in. Whatever else the library of accounts can do has no
screen here, and is closed."""

urlpatterns = [
    path("api/", api.urls),
    path("health/alive", alive),
    path("health/ready", ready),
    path("calendar/<str:secret>.ics", read_feed, name="calendar"),
    path("files/<uuid:key>/<str:name>", send_file, {"guards": GUARDS}, name="file"),
    path("unsubscribe/<str:token>", unsubscribe, name="unsubscribe"),
    path("lti/", include(LTI)),
    path("sw.js", worker),
    path("_allauth/browser/v1/auth/", include(SIGN_IN)),
    re_path(r"^(?!sw\.js|api/|unsubscribe/|health/|files/|calendar/|lti/|static/|_allauth/).*$", shell),
]
