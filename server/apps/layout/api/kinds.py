from django.http import HttpResponse

from apps.kernel.public import answer
from apps.layout import kinds
from apps.layout.api import schemas as s
from apps.layout.api.router import router
from apps.people.public import SignedIn


@router.get("/kinds", response=s.Kinds)
def read_kinds(request: SignedIn) -> HttpResponse:
    """The kinds of items and the rules by which they are done, in the reader's words."""
    return answer(
        s.Kinds(
            kinds=[_kind(kind) for kind in kinds.kinds()],
            rules=[
                s.DoneRuleOut(code=r.code, word=str(r.word), asks_percent=r.asks_percent, needs_points=r.needs_points)
                for r in kinds.rule_kinds()
            ],
        )
    )


def _kind(kind: kinds.ItemKind) -> s.KindOut:
    return s.KindOut(
        code=kind.code,
        word=str(kind.word),
        rules=[rule.code for rule in kinds.rules_for(kind)],
        file=kind.file is not None,
        address=kind.address,
        written=kind.written,
        recording=kind.recording,
        heading=kind.heading,
        talks=kind.talks,
        takes_hand_ins=kind.takes_hand_ins,
        reads_work=kind.reads_work,
        worked_elsewhere=kind.worked_elsewhere,
        puts_questions=kind.puts_questions,
    )
