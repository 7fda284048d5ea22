from apps.courses.api import layout, papers, reading, time
from apps.courses.api.router import router

__all__ = ["layout", "papers", "reading", "router", "time"]
