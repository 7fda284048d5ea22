"""Discussions as a kind of item."""

from django.utils.translation import gettext_lazy as _
from unvo_core.talk.wants import Want, What

from apps.layout.public import ItemKind

DISCUSSION = ItemKind(
    code="discussion",
    word=_("Discussion"),
    first_rule="posted",
    rules=("posted",),
    written=True,
    talks=True,
    wants=(Want(key="a", what=What.POST),),
)
