from django.http import HttpResponse
from ninja import Router

from apps.kernel.public import actor_of, answer, now, write
from apps.people.public import SignedIn, note_today_seen, set_budget
from apps.screens.today import page as today
from apps.screens.today import schemas as t

router = Router(tags=["today"])


@router.get("/today", response=t.Today)
def read_today(request: SignedIn) -> HttpResponse:
    return answer(today.today(request.user, now()))


@router.post("/today/seen", response=t.Budget)
@write
def seen_today(request: SignedIn) -> t.Budget:
    note_today_seen(actor_of(request))
    return t.Budget(minutes=request.user.budget_minutes, at=now())


@router.put("/today/budget", response=t.Budget)
@write
def edit_budget(request: SignedIn, payload: t.BudgetIn) -> t.Budget:
    person = set_budget(actor_of(request), payload.minutes)
    return t.Budget(minutes=person.budget_minutes, at=now())
