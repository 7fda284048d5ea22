"""One router for all operations: two routers can't share an address."""

from ninja import Router

router = Router(tags=["courses"])
