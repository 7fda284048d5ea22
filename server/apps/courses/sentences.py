"""What courses say."""

from django.utils.translation import gettext_lazy as _

SENTENCES = {
    "course.not_opened": _("This course is not open to students yet. Its instructor opens it when it is ready."),
    "course.too_many_copies": _("There are very many courses with this code. Give it another one."),
    "course.archived": _(
        "This course is archived: it can be read, and nothing is changed or handed in any more. An instructor takes it"
        " out of the archive in Setup."
    ),
    "course.teachers_only": _("Only the teachers of this course can see this."),
    "course.instructors_only": _("Only an instructor of this course can change its layout."),
    "course.students_only": _("Only students of this course do this; your place in it is another."),
    "course.other_section": _("This student is in a section that you were not given."),
    "section.choose": _("This course has sections. Choose one of them."),
    "section.name_taken": _("There is a section called %(name)s already."),
    "section.too_many": _("A course has up to %(most)s sections."),
    "section.same": _("A section can't be merged into itself. Choose another one."),
    "people.studies_here": _("They study in this course. Withdraw them first; their work stays."),
    "people.last_instructor": _("A course keeps at least one instructor. Make somebody else one first."),
    "group.not_enrolled": _("A group is made of students of this course. Load the page again and choose anew."),
    "group.name_taken": _("There is a group called %(name)s already."),
}
