from django.apps import AppConfig


class GradebookConfig(AppConfig):
    name = "apps.gradebook"
    label = "gradebook"

    def ready(self) -> None:
        from apps.gradebook.models import Category, ConversionTable, GradedItem, GradingScheme, LateRule, Rubric
        from apps.layout.changes import add_row_kinds

        add_row_kinds(
            graded_item=GradedItem,
            category=Category,
            late_rule=LateRule,
            scheme=GradingScheme,
            rubric=Rubric,
            conversion_table=ConversionTable,
        )
