from django.apps import AppConfig


class CoursesConfig(AppConfig):
    name = "apps.courses"
    label = "courses"

    def ready(self) -> None:
        from apps.courses.files import can_read_item_file
        from apps.courses.sentences import SENTENCES
        from apps.kernel.public import guard_files, register

        register(SENTENCES)
        guard_files("item", can_read_item_file)
        guard_files("course", can_read_item_file)
