from django.apps import AppConfig


class AssignmentsConfig(AppConfig):
    name = "apps.assignments"
    label = "assignments"

    def ready(self) -> None:
        from apps.assignments.kinds import ASSIGNMENT
        from apps.layout.public import add_kind

        add_kind(ASSIGNMENT)
