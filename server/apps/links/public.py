"""What upper apps may use of links."""

from apps.links.services.urls import urlpatterns as LTI

__all__ = ["LTI"]
