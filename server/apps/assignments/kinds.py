"""Assignments as a kind of item."""

from django.utils.translation import gettext_lazy as _

from apps.layout.public import ItemKind

ASSIGNMENT = ItemKind(
    code="assignment",
    word=_("Assignment"),
    first_rule="handed_in",
    rules=("handed_in",),
    takes_hand_ins=True,
)
