from django.apps import AppConfig


class AssignmentsConfig(AppConfig):
    name = "apps.assignments"
    label = "assignments"

    def ready(self) -> None:
        from apps.assignments.policies import can_read_hand_in_file
        from apps.assignments.sentences import SENTENCES
        from apps.kernel.public import guard_files, register

        register(SENTENCES)
        guard_files("hand_in", can_read_hand_in_file)
