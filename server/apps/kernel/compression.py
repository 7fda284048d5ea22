"""Answers to readers cross the line compressed."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from django.http.response import HttpResponseBase
from django.middleware.gzip import GZipMiddleware

SHORTEST = 1024


class CompressedAnswers(GZipMiddleware):
    """JSON answers to reads, from a kilobyte on.

    No answer to a read carries a secret, and each is padded by chance, so its length tells nothing of one beside what a
    reader typed (Gluck, Harris, Prado 2013, 'BREACH'; the padding is 'Heal the BREACH', Django's).
    """

    def process_response(self, request: HttpRequest, response: HttpResponseBase) -> HttpResponseBase:
        json = response.get("Content-Type", "").startswith("application/json")
        whole = isinstance(response, HttpResponse) and len(response.content) >= SHORTEST
        if request.method != "GET" or not json or not whole:
            return response
        return super().process_response(request, response)
