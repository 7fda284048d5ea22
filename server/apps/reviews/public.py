"""What upper apps may use of reviews."""

from apps.reviews.actions.set_rules import copy_reviews
from apps.reviews.files import can_read_file_of_work

__all__ = ["can_read_file_of_work", "copy_reviews"]
