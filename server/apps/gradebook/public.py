"""What upper apps may use of the gradebook: push scores, read what counts."""

from apps.gradebook.actions.save_score import ScoreWish, graded_item, save_score
from apps.gradebook.facts import counted, rules_of
from apps.gradebook.marks import points
from apps.gradebook.queries import cells_of_item, score_row
from apps.gradebook.setup import late_rule

__all__ = [
    "ScoreWish",
    "cells_of_item",
    "counted",
    "graded_item",
    "late_rule",
    "points",
    "rules_of",
    "save_score",
    "score_row",
]
