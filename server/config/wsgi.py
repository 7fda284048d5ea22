"""The web process."""

from django.core.wsgi import get_wsgi_application

_pages = get_wsgi_application()

from apps.links.public import scores_at_once  # noqa: E402  # only once the applications are there

application = scores_at_once(_pages)
