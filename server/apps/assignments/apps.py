from django.apps import AppConfig


class AssignmentsConfig(AppConfig):
    name = "apps.assignments"
    label = "assignments"

    def ready(self) -> None:
        from apps.assignments.desk import work_waiting
        from apps.assignments.policies import can_read_hand_in_file
        from apps.assignments.sentences import SENTENCES
        from apps.assignments.waiting import waiting_of_class
        from apps.courses.public import use_desk_source, use_waiting_work
        from apps.kernel.public import guard_files, register

        register(SENTENCES)
        use_desk_source(work_waiting)
        use_waiting_work(waiting_of_class)
        guard_files("hand_in", can_read_hand_in_file)
