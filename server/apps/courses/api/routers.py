from apps.courses.api import layout, reading, time
from apps.courses.api.router import router

__all__ = ["layout", "reading", "router", "time"]
