"""What upper apps may use of the gradebook: push scores, read what counts."""

from apps.gradebook.actions.copy_graded import copy_graded
from apps.gradebook.actions.copy_grading import copy_grading
from apps.gradebook.actions.save_score import ScoreWish, graded_item, save_score
from apps.gradebook.actions.set_grading import set_grading
from apps.gradebook.actions.set_weights import drop_graded, set_drops, set_weights
from apps.gradebook.facts import counted, rules_of
from apps.gradebook.marks import points
from apps.gradebook.queries import (
    cells_of_item,
    excused_cell,
    ghost_rows,
    held_scores,
    paper_scored,
    score_of,
    score_row,
)
from apps.gradebook.setup import late_rule
from apps.gradebook.setup import setup as setup_of

__all__ = [
    "ScoreWish",
    "cells_of_item",
    "copy_graded",
    "copy_grading",
    "counted",
    "drop_graded",
    "excused_cell",
    "ghost_rows",
    "graded_item",
    "held_scores",
    "late_rule",
    "paper_scored",
    "points",
    "rules_of",
    "save_score",
    "score_of",
    "score_row",
    "set_drops",
    "set_grading",
    "set_weights",
    "setup_of",
]
