"""What courses say."""

from django.utils.translation import gettext_lazy as _

SENTENCES = {
    "course.not_opened": _("This course is not open to students yet. Its instructor opens it when it is ready."),
    "course.too_many_copies": _("There are very many courses with this code. Give the copy another one."),
    "course.teachers_only": _("Only the teachers of this course can see this."),
    "course.instructors_only": _("Only an instructor of this course can change its layout."),
    "course.students_only": _("Only students of this course do this; your place in it is another."),
    "course.other_section": _("This student is in a section that you were not given."),
    "group.not_enrolled": _("A group is made of students of this course. Load the page again and choose anew."),
    "group.name_taken": _("There is a group called %(name)s already."),
}
