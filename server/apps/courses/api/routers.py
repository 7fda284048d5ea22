from ninja import Router

from apps.courses.api.layout import router as layout
from apps.courses.api.reading import router as reading

router = Router(tags=["courses"])
router.add_router("", reading)
router.add_router("", layout)
