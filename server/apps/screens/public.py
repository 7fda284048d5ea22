"""All pages: their operations, and what answers at the address of a calendar."""

from apps.screens.asking.routes import router as asking
from apps.screens.classes.routes import router as classes
from apps.screens.desk.routes import router as desk
from apps.screens.feeds.routes import read_feed
from apps.screens.feeds.routes import router as feeds
from apps.screens.gradebook.routes import router as gradebook
from apps.screens.history.routes import router as history
from apps.screens.item.routes import router as item
from apps.screens.official.routes import router as official
from apps.screens.own_work.routes import router as own_work
from apps.screens.paper.routes import router as paper
from apps.screens.roster.routes import router as roster
from apps.screens.search.routes import router as search
from apps.screens.setup.routes import router as setup
from apps.screens.standing.routes import router as standing
from apps.screens.talking.routes import router as talking
from apps.screens.term.routes import router as term
from apps.screens.today.routes import router as today
from apps.screens.week.routes import router as week

ROUTERS = (
    today,
    desk,
    week,
    item,
    classes,
    term,
    search,
    standing,
    gradebook,
    official,
    own_work,
    roster,
    history,
    setup,
    paper,
    feeds,
    asking,
    talking,
)

__all__ = ["ROUTERS", "read_feed"]
