from apps.assignments.api.grading_routes import router as grading_router
from apps.assignments.api.own_routes import router as own_router
from apps.assignments.api.saying_routes import router as saying_router

routers = (own_router, grading_router, saying_router)
