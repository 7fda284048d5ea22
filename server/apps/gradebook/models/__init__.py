from apps.gradebook.models.marking import Marking
from apps.gradebook.models.official import OfficialGrade, OfficialGrades
from apps.gradebook.models.part_measured import PartMeasured
from apps.gradebook.models.rubric import Remark, Rubric
from apps.gradebook.models.scheme import Category, ConversionTable, GradedItem, GradingScheme, LateRule
from apps.gradebook.models.score import Cell, Score

__all__ = [
    "Category",
    "Cell",
    "ConversionTable",
    "GradedItem",
    "GradingScheme",
    "LateRule",
    "Marking",
    "OfficialGrade",
    "OfficialGrades",
    "PartMeasured",
    "Remark",
    "Rubric",
    "Score",
]
