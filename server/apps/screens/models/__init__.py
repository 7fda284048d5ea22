from apps.screens.models.feed import CalendarFeed, FeedEntry

__all__ = [
    "CalendarFeed",
    "FeedEntry",
]
