from apps.quizzes.api.class_routes import router as class_router
from apps.quizzes.api.sheet_routes import router as sheet_router
from apps.quizzes.api.taking_routes import router as taking_router

routers = (taking_router, class_router, sheet_router)
