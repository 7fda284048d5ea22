from apps.courses.api import conditions, desk, finding, layout, papers, reading, roster, time
from apps.courses.api.router import router

__all__ = ["conditions", "desk", "finding", "layout", "papers", "reading", "roster", "router", "time"]
