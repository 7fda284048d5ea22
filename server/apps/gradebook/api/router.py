"""One router for all operations of the gradebook."""

from ninja import Router

router = Router(tags=["gradebook"])
