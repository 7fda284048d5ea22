"""Linked systems: who keeps them, where they are used, and how people go there."""

from apps.links.api.access import router as access
from apps.links.api.items import router as items
from apps.links.api.picking import router as picking
from apps.links.api.systems import router as systems

routers = (systems, items, picking, access)
