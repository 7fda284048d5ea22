from django.apps import AppConfig


class LibraryConfig(AppConfig):
    name = "apps.library"
    label = "library"

    def ready(self) -> None:
        from apps.courses.public import use_desk_source
        from apps.kernel.public import guard_files, register
        from apps.library.desk import reports_waiting
        from apps.library.files import can_read_entry_file
        from apps.library.sentences import SENTENCES

        register(SENTENCES)
        use_desk_source(reports_waiting)
        guard_files("library_entry", can_read_entry_file)
