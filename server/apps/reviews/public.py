"""What upper apps may use of reviews."""

from apps.reviews.actions.set_rules import copy_reviews
from apps.reviews.api.own_schemas import OwnReading
from apps.reviews.files import can_read_file_of_work
from apps.reviews.own_reviews import own_readings_sent, reading_entries

__all__ = ["OwnReading", "can_read_file_of_work", "copy_reviews", "own_readings_sent", "reading_entries"]
