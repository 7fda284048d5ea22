"""What upper apps may use of the gradebook: push scores, read what counts."""

from apps.gradebook.actions.save_score import ScoreWish, graded_item, save_score
from apps.gradebook.facts import counted, late_rule_of, rules_of
from apps.gradebook.marks import points
from apps.gradebook.queries import cells_of_item, late_rule_row, score_row

__all__ = [
    "ScoreWish",
    "cells_of_item",
    "counted",
    "graded_item",
    "late_rule_of",
    "late_rule_row",
    "points",
    "rules_of",
    "save_score",
    "score_row",
]
