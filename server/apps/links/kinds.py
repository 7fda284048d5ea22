"""Homework of a linked system as a kind of item."""

from django.utils.translation import gettext_lazy as _

from apps.layout.public import ItemKind

LINKED = ItemKind(
    code="linked",
    word=_("Linked homework"),
    first_rule="handed_in",
    rules=("handed_in",),
    written=True,
    takes_hand_ins=True,
    worked_elsewhere=True,
)
