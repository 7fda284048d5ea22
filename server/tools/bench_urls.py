"""The application's addresses, and the floors that pages are measured against."""

from config.urls import urlpatterns as application
from django.urls import path

from tools.bench_floors import announcements, book, cells, counts, quiz, ribbon, standing, talk, thread, threads, week

urlpatterns = [
    path("api-floor/week", week),
    path("api-floor/ribbon", ribbon),
    path("api-floor/standing", standing),
    path("api-floor/book", book),
    path("api-floor/counts", counts),
    path("api-floor/cells", cells),
    path("api-floor/talk", talk),
    path("api-floor/threads", threads),
    path("api-floor/thread", thread),
    path("api-floor/announcements", announcements),
    path("api-floor/quiz", quiz),
    *application,
]
