"""Another course, taught by the same person, with one thing of every kind: what of it a change elsewhere may not reach."""

from __future__ import annotations

from datetime import datetime
from typing import Any

from apps.assignments.models import HandIn, HandInFile, HandInPhoto, WorkComment, WorkNote
from apps.courses.models import Course, Enrolment, Group, Section
from apps.gradebook.models import Category, LateRule, OfficialGrades, Remark, Rubric
from apps.joining.models import ClassCode
from apps.kernel.models import AuditRecord, StoredFile
from apps.layout.models import Allowance, Item, ItemFile, Module, Part, Rhythm
from apps.library.models import Entry, ErrorReport
from apps.links.models import LinkedSystem, Picking, Placement
from apps.live.models import Absence
from apps.messages.models import Announcement, Question, Thread
from apps.people.models import Person
from apps.questions.models import Bank, BankQuestion, QuestionEdition
from apps.talk.models import Post

from tests.base import INSTRUCTOR, KEEPS_UP, DemoCase
from tests.permission_bodies import POSED

OTHER = "other"


class OtherCourse(DemoCase):
    @classmethod
    def setUpTestData(cls) -> None:
        super().setUpTestData()
        cls.teaching, cls.studying = Person.objects.get(username=INSTRUCTOR), Person.objects.get(username=KEEPS_UP)
        cls.stranger = Person.objects.create(username="stranger", email="s@ostrell.example", name="S", sort_name="S")
        cls.other = Course.objects.create(slug=OTHER, code="O", title="Other", zone="UTC")
        for person, role in ((cls.teaching, Enrolment.INSTRUCTOR), (cls.stranger, Enrolment.STUDENT)):
            Enrolment.objects.create(course=cls.other, person=person, role=role)
        module = Module.objects.create(course=cls.other, title="Theirs", position=1)
        part = Part.objects.create(module=module, title="Theirs", position=1)
        item = Item.objects.create(
            course=cls.other,
            module=module,
            part=part,
            kind="assignment",
            title="Theirs",
            position=1,
            done_rule="ticked",
        )
        cls.foreign: dict[str, Any] = {
            "item_id": item.pk,
            "module_id": module.pk,
            "part_id": part.pk,
            "person_id": cls.stranger.pk,
            "thing_id": item.pk,
            **cls.beside_the_path(item),
            **cls.linked(item),
            **cls.kept_of(item),
        }

    @classmethod
    def beside_the_path(cls, item: Item) -> dict[str, int]:
        named = {"course": cls.other, "name": "Theirs"}
        section = Section.objects.create(number=1, **named)
        return {
            "group_id": Group.objects.create(**named).pk,
            **dict.fromkeys(("section", "section_id"), section.pk),
            "code_id": ClassCode.objects.create(
                course=cls.other, section=section, code="THEI-RSAA", made_at=cls.teaching.date_joined
            ).pk,
            "category": Category.objects.create(position=1, **named).pk,
            "rubric_id": Rubric.objects.create(**named).pk,
            "remark_id": Remark.objects.create(course=cls.other, text="Theirs", kept_at=cls.teaching.date_joined).pk,
            "official_id": OfficialGrades.objects.create(
                course=cls.other, period="Theirs", at=cls.teaching.date_joined, by=cls.teaching
            ).pk,
            "late_rule": LateRule.objects.create(percent=10, **named).pk,
            "rhythm": Rhythm.objects.create(**named).pk,
            "entry_id": Entry.objects.create(course=cls.other, shelf="tools", title="Theirs", position=1).pk,
        }

    @classmethod
    def kept_of(cls, item: Item) -> dict[str, int]:
        """A file, a change, an allowance, a report and an absence there."""
        at, who = cls.teaching.date_joined, {"course": cls.other, "person": cls.stranger}
        stored = StoredFile.objects.create(
            owner_kind="item", name="theirs.pdf", content_type="application/pdf", size=1, sha256="0" * 64, path="00/0",
            uploaded_at=at,
        )  # fmt: skip
        change = AuditRecord.objects.create(
            at=at, actor_name="T", action="layout.change_item", course_id=cls.other.pk, target_kind="item",
            target_id=item.pk, before=[], after=[], reversible=True,
        )  # fmt: skip
        text = {"html": "<p>Theirs</p>", "text": "Theirs", "words": 1}
        post = Post.objects.create(course=cls.other, item=item, author=cls.stranger, at=at, **text)
        said = {"course": cls.other, "html": "<p>Theirs</p>", "text": "Theirs", "at": at}
        report = ErrorReport.objects.create(course=cls.other, item=item, text="Theirs", at=at, person=cls.studying)
        work = HandIn.objects.create(item=item, attempt=1, started_at=at, saved_at=at, **who)
        photo = HandInPhoto.objects.create(hand_in=work, stored=stored, small=stored, position=1, width=1, height=1)
        handed = HandInFile.objects.create(hand_in=work, stored=stored, position=1)
        note = WorkNote.objects.create(hand_in=work, file=handed, second=1, words="Theirs", by=cls.teaching, at=at)
        return {
            "photo_id": photo.pk,
            "note_id": note.pk,
            "comment_id": WorkComment.objects.create(hand_in=work, words="Theirs", by=cls.teaching, at=at).pk,
            "file_id": ItemFile.objects.create(item=item, file=stored, role=ItemFile.RESOURCE).pk,
            "change_id": change.pk,
            "allowance_id": Allowance.objects.create(given_at=at, given_by=cls.teaching, **who).pk,
            "report_id": report.pk,
            "post_id": post.pk,
            "question_id": Question.objects.create(asker=cls.stranger, about="course", open_to_class=True, **said).pk,
            **cls.posed(at),
            "thread_id": Thread.objects.create(course=cls.other, one=cls.stranger).pk,
            "announcement_id": Announcement.objects.create(
                course=cls.other, title="Theirs", html="<p>Theirs</p>", text="Theirs", made_at=at, published=True
            ).pk,
            "absence_id": Absence.objects.create(class_day=at.date(), starts_at=at, reason="", at=at, **who).pk,
        }

    @classmethod
    def linked(cls, item: Item) -> dict[str, str]:
        """A system of that course alone, and a choice of its content."""
        at, address = cls.teaching.date_joined, "https://sets.ostrell.example"
        system = LinkedSystem.objects.create(
            client_id="theirs",
            name="Theirs",
            course=cls.other,
            login_address=address,
            launch_address=address,
            made_at=at,
        )
        Placement.objects.create(item=item, system=system)
        picking = Picking.objects.create(system=system, course=cls.other, person=cls.teaching, begun_at=at)
        return {"system_key": str(system.key), "picking_key": str(picking.key), "system": str(system.key)}

    @classmethod
    def posed(cls, at: datetime) -> dict[str, int]:
        """A question in a bank there."""
        bank = Bank.objects.create(course=cls.other, name="Theirs")
        question = BankQuestion.objects.create(bank=bank, name="Theirs")
        QuestionEdition.objects.create(question=question, edition=1, body=POSED, saved_at=at)
        return {"bank_id": bank.pk, "bank_question_id": question.pk}
