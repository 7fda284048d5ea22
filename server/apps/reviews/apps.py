from django.apps import AppConfig


class ReviewsConfig(AppConfig):
    name = "apps.reviews"
    label = "reviews"

    def ready(self) -> None:
        from apps.layout.changes import add_row_kinds
        from apps.layout.public import add_kind
        from apps.reviews.kinds import REVIEW
        from apps.reviews.models import ReviewRules

        add_kind(REVIEW)
        add_row_kinds(review=ReviewRules)
