"""One router for all operations of the layout."""

from ninja import Router

router = Router(tags=["layout"])
