from apps.links.models.access import SystemAccess
from apps.links.models.freshness import Freshness
from apps.links.models.known import Known, KnownIn
from apps.links.models.line_item import LineItem
from apps.links.models.picking import Picking
from apps.links.models.placement import Placement
from apps.links.models.platform_key import PlatformKey
from apps.links.models.registration import Registration
from apps.links.models.report import Reported
from apps.links.models.roster_read import RosterRead
from apps.links.models.stated_due import StatedDue
from apps.links.models.system import Deployment, LinkedSystem
from apps.links.models.used_once import UsedOnce

__all__ = [
    "Deployment",
    "Freshness",
    "Known",
    "KnownIn",
    "LineItem",
    "LinkedSystem",
    "Picking",
    "Placement",
    "PlatformKey",
    "Registration",
    "Reported",
    "RosterRead",
    "StatedDue",
    "SystemAccess",
    "UsedOnce",
]
