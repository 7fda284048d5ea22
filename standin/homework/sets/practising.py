"""Fresh numbers for practice, which never count, and the set on paper."""

from __future__ import annotations

from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import render

from sets.problems import judge, shown, version
from sets.working import given_in, own_work, rows_of, set_of

MOST_FRESH = 200


def fresh(request: HttpRequest, work_id: int, number: int) -> HttpResponse:
    mine = own_work(request, work_id)
    problems = set_of(mine).problems
    if not 1 <= number <= len(problems):
        raise Http404
    problem = problems[number - 1]
    given = request.GET.get("n", "1")
    n = min(MOST_FRESH, int(given)) if given.isdigit() else 1
    drawn = version(mine.seed, number, problem, fresh=max(1, n))
    told = judge(problem, drawn, given_in(request)) if request.method == "POST" else None
    context = {
        "work": mine,
        "number": number,
        "problem": problem,
        "shown": shown(problem, drawn),
        "n": n,
        "next": n + 1,
    }
    return render(request, "sets/fresh.html", {**context, "told": told, "right": told is not None and told.share == 1})


def paper(request: HttpRequest, work_id: int) -> HttpResponse:
    mine = own_work(request, work_id)
    return render(request, "sets/paper.html", {"work": mine, "set": set_of(mine), "rows": rows_of(mine)})
