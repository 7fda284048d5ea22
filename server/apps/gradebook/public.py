"""What upper apps may use of gradebook."""

from unvo_core.grading.item_rules import ItemRules

from apps.gradebook.actions.cells import refusal_of
from apps.gradebook.actions.copy_graded import copy_graded
from apps.gradebook.actions.copy_grading import copy_grading
from apps.gradebook.actions.freeze_grades import GradeNow, freeze_grades
from apps.gradebook.actions.measure_part import PartWish, measure_part
from apps.gradebook.actions.put_cells import SHEET, CellsPut, CellWish, Work, put_cells
from apps.gradebook.actions.put_scores import Earned, put_scores
from apps.gradebook.actions.save_marking import save_marking
from apps.gradebook.actions.save_score import ScoreWish, save_score
from apps.gradebook.actions.set_grading import set_grading
from apps.gradebook.actions.set_weights import drop_graded, graded_without_scores, set_drops, set_weights
from apps.gradebook.actions.undo_cells import undo_cells
from apps.gradebook.api.rubric_schemas import ChosenIn, MeasuredBy, RubricOut
from apps.gradebook.api.rubrics import measured_out, rubric_out
from apps.gradebook.api.schemas import GradingIn, GradingRulesIn, ItemGrading
from apps.gradebook.api.shapes import grading_of, wish_of
from apps.gradebook.changes import CellChange, cell_changes
from apps.gradebook.class_rows import class_rows
from apps.gradebook.facts import AttemptScore, CellScores, Counted, core_category, counted
from apps.gradebook.markings import marked_by, markings_of, waits_for_another
from apps.gradebook.marks import (
    cell_stamps,
    counts_from,
    excused_of_class,
    held_and_excused,
    held_of_class,
    mark_stamps,
    marks_from,
    marks_of_person,
    marks_of_person_in,
    marks_of_students,
    points,
)
from apps.gradebook.models import Category, GradedItem, OfficialGrade, OfficialGrades, Score
from apps.gradebook.planning import plan_grading, planned_setup
from apps.gradebook.queries import (
    CellFlags,
    cell_flags,
    cells_of_item,
    cells_of_people,
    cells_of_person,
    excused_cell,
    ghost_rows,
    graded_row,
    held_scores,
    last_scores,
    new_scores,
    paper_scored,
    released_scores,
    score_of,
    score_row,
    score_titles,
    score_versions,
    scored_people,
)
from apps.gradebook.rubrics import (
    Chosen,
    Given,
    Released,
    item_rubric,
    measured,
    measured_said,
    part_measured,
    parts_measured,
    released_attempts,
    released_to,
    rubric_of,
)
from apps.gradebook.said import late_lines, table_lines, weight_lines
from apps.gradebook.setup import Setup, late_rule
from apps.gradebook.setup import setup as setup_of
from apps.gradebook.structure import Marks, ShownMark

__all__ = [
    "SHEET",
    "AttemptScore",
    "Category",
    "CellChange",
    "CellFlags",
    "CellScores",
    "CellWish",
    "CellsPut",
    "Chosen",
    "ChosenIn",
    "Counted",
    "Earned",
    "Given",
    "GradeNow",
    "GradedItem",
    "GradingIn",
    "GradingRulesIn",
    "ItemGrading",
    "ItemRules",
    "Marks",
    "MeasuredBy",
    "OfficialGrade",
    "OfficialGrades",
    "PartWish",
    "Released",
    "RubricOut",
    "Score",
    "ScoreWish",
    "Setup",
    "ShownMark",
    "Work",
    "cell_changes",
    "cell_flags",
    "cell_stamps",
    "cells_of_item",
    "cells_of_people",
    "cells_of_person",
    "class_rows",
    "copy_graded",
    "copy_grading",
    "core_category",
    "counted",
    "counts_from",
    "drop_graded",
    "excused_cell",
    "excused_of_class",
    "freeze_grades",
    "ghost_rows",
    "graded_row",
    "graded_without_scores",
    "grading_of",
    "held_and_excused",
    "held_of_class",
    "held_scores",
    "item_rubric",
    "last_scores",
    "late_lines",
    "late_rule",
    "mark_stamps",
    "marked_by",
    "markings_of",
    "marks_from",
    "marks_of_person",
    "marks_of_person_in",
    "marks_of_students",
    "measure_part",
    "measured",
    "measured_out",
    "measured_said",
    "new_scores",
    "paper_scored",
    "part_measured",
    "parts_measured",
    "plan_grading",
    "planned_setup",
    "points",
    "put_cells",
    "put_scores",
    "refusal_of",
    "released_attempts",
    "released_scores",
    "released_to",
    "rubric_of",
    "rubric_out",
    "save_marking",
    "save_score",
    "score_of",
    "score_row",
    "score_titles",
    "score_versions",
    "scored_people",
    "set_drops",
    "set_grading",
    "set_weights",
    "setup_of",
    "table_lines",
    "undo_cells",
    "waits_for_another",
    "weight_lines",
    "wish_of",
]
