from django.apps import AppConfig


class AssignmentsConfig(AppConfig):
    name = "apps.assignments"
    label = "assignments"

    def ready(self) -> None:
        from apps.assignments.kinds import ASSIGNMENT
        from apps.assignments.models import Brief
        from apps.layout.changes import add_row_kinds
        from apps.layout.public import add_kind

        add_kind(ASSIGNMENT)
        add_row_kinds(brief=Brief)
