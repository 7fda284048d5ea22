"""Addresses of the stand-in."""

from django.urls import path
from sets import joining, picking, platforms, practising, stating, switches, working

urlpatterns = [
    path("register", joining.register),
    path("login", joining.login),
    path("launch", joining.launch),
    path("keys", joining.keys),
    path("pick/<str:launch_id>", picking.pick),
    path("work/<int:work_id>", working.work, name="work"),
    path("work/<int:work_id>/try/<int:number>", working.attempt),
    path("work/<int:work_id>/hand-in", working.hand_in),
    path("work/<int:work_id>/ask/<int:number>", working.ask),
    path("work/<int:work_id>/back", working.back),
    path("work/<int:work_id>/print", practising.paper),
    path("work/<int:work_id>/fresh/<int:number>", practising.fresh),
    path("access", working.access),
    path("state", stating.state),
    path("switches", switches.page),
    path("platforms", platforms.page),
    path("", switches.home),
]
