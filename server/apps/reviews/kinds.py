"""Reading each other's work as a kind of item."""

from django.utils.translation import gettext_lazy as _

from apps.layout.public import ItemKind

REVIEW = ItemKind(
    code="review",
    word=_("Peer review"),
    first_rule="handed_in",
    rules=("handed_in",),
    written=True,
    takes_hand_ins=True,
    reads_work=True,
)
