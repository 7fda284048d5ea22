from apps.layout.api import allowances, beginning, conditions, files, kinds, layout, schedule
from apps.layout.api.router import router

__all__ = ["allowances", "beginning", "conditions", "files", "kinds", "layout", "router", "schedule"]
