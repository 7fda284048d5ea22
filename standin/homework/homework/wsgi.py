"""The web application; manage.py says with which settings."""

from django.core.wsgi import get_wsgi_application

application = get_wsgi_application()
