from django.apps import AppConfig


class LibraryConfig(AppConfig):
    name = "apps.library"
    label = "library"

    def ready(self) -> None:
        from apps.kernel.public import guard_files, register
        from apps.library.files import can_read_entry_file
        from apps.library.sentences import SENTENCES

        register(SENTENCES)
        guard_files("library_entry", can_read_entry_file)
