"""The demo's one password, shown on its sign-in page."""

DEMO_PASSWORD = "field-book-110"  # noqa: S105
