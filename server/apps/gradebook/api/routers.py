from apps.gradebook.api import releasing, rubrics, rules
from apps.gradebook.api.router import router

__all__ = ["releasing", "router", "rubrics", "rules"]
