from apps.gradebook.api import releasing, rules
from apps.gradebook.api.router import router

__all__ = ["releasing", "router", "rules"]
