from django.conf import settings
from django.http import Http404, HttpRequest, HttpResponse
from ninja import Router

from apps.courses.public import course_by_slug
from apps.kernel.public import actor_of, now, write
from apps.path.public import enter
from apps.people.public import SignedIn
from apps.screens.feeds import schemas as t
from apps.screens.feeds.page import feed_by_secret, feed_bytes, feeds_of
from apps.screens.feeds.renew_feed import end_feed, renew_feed
from apps.screens.models import CalendarFeed

router = Router(tags=["feeds"])


CALENDAR = "text/calendar; charset=utf-8"


@router.get("/courses/{slug}/calendar.ics")
def calendar_file(request: SignedIn, slug: str, tasks: bool = False) -> HttpResponse:
    """One's own dates of a course as a file, once."""
    course, _ = enter(request, slug)
    done = HttpResponse(feed_bytes(request.user, course, now(), tasks), content_type=CALENDAR)
    done["Content-Disposition"] = f'attachment; filename="{course.slug}.ics"'
    return done


@router.get("/calendar-feeds", response=t.Feeds)
def my_feeds(request: SignedIn) -> t.Feeds:
    return t.Feeds(feeds=[_feed(f) for f in feeds_of(request.user)])


def _feed(feed: CalendarFeed, secret: str = "") -> t.Feed:
    address = f"{settings.PUBLIC_ADDRESS}/calendar/{secret}.ics" if secret else ""
    slug = feed.course.slug if feed.course else None
    return t.Feed(id=feed.pk, slug=slug, address=address, made_at=feed.made_at, read_at=feed.read_at)


@router.post("/calendar-feeds", response=t.Feed)
@write
def make_feed(request: SignedIn, payload: t.FeedIn) -> t.Feed:
    """A new address; the one before stops. The secret is shown this once."""
    course = course_by_slug(payload.slug) if payload.slug else None
    secret = renew_feed(actor_of(request), course)
    return _feed(CalendarFeed.objects.select_related("course").get(person=request.user, course=course), secret)


@router.delete("/calendar-feeds/{feed_id}", response=t.Feeds)
@write
def delete_feed(request: SignedIn, feed_id: int) -> t.Feeds:
    end_feed(actor_of(request), feed_id)
    return my_feeds(request)


def read_feed(request: HttpRequest, secret: str) -> HttpResponse:
    """What a calendar program reads: nothing but the secret lets it in, and a wrong one tells nothing."""
    feed = feed_by_secret(secret)
    if feed is None:
        raise Http404
    answer = HttpResponse(feed_bytes(feed.person, feed.course, now(), "tasks" in request.GET), content_type=CALENDAR)
    answer["Cache-Control"] = "private, max-age=900"
    CalendarFeed.objects.filter(pk=feed.pk).update(read_at=now())
    return answer
