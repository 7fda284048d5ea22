from apps.reviews.models.reading import Reading
from apps.reviews.models.rules import ReviewRules

__all__ = ["Reading", "ReviewRules"]
