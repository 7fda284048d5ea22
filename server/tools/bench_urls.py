"""The application's addresses, and the floors that pages are measured against."""

from config.urls import urlpatterns as application
from django.urls import path

from tools.bench_floors import ribbon, standing, week

urlpatterns = [
    path("api-floor/week", week),
    path("api-floor/ribbon", ribbon),
    path("api-floor/standing", standing),
    *application,
]
