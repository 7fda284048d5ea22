from apps.courses.api import conditions, layout, papers, reading, roster, time
from apps.courses.api.router import router

__all__ = ["conditions", "layout", "papers", "reading", "roster", "router", "time"]
