"""Changes in words: a headline by the action, and a line for each field that it set."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from datetime import date
from fractions import Fraction
from functools import cached_property
from typing import Any

from django.utils.translation import gettext_lazy as _
from unvo_core.schedule.moments import FromMoment, resolve_all
from unvo_core.schedule.spans import MOMENTS

from apps.courses.public import Course, moment, written_day
from apps.gradebook.public import SHEET, points, score_titles
from apps.kernel.public import AuditRecord, Thing
from apps.layout.changes import row_titles
from apps.layout.public import in_words, kind_of, layout, names_of, rule_kind, rule_kinds, rule_of
from apps.screens.history import schemas as out
from apps.screens.history.people import moves, names_of_people

CHANGES = {
    "announcement.add_image": _("A picture was added for an announcement"),
    "announcement.release": _("The announcement ‘%(title)s’ went out"),
    "bank.make": _("A question bank was made"),
    "bank.remove": _("A question bank was removed"),
    "bank.rename": _("A question bank was renamed"),
    "bank.take_in": _("Questions were brought into a bank from a table"),
    "bank_question.add_image": _("A picture was added for a question"),
    "bank_question.bring_back": _("A question was put back into its bank"),
    "bank_question.make": _("A question was written into a bank"),
    "bank_question.move": _("A question went into another bank"),
    "bank_question.remove": _("A question was taken out of its bank"),
    "bank_question.save": _("A question was changed"),
    "bank_question.take_up": _("A question was set back to an earlier edition"),
    "code.close": _("A class code was closed"),
    "code.make": _("A class code was made"),
    "check.fix": _("Fixes of the date check"),
    "check.waive": _("A finding of the date check was meant so, or no longer"),
    "course.archive": _("The course went into the archive"),
    "course.bring_back": _("The removed course was brought back"),
    "course.close": _("Students were kept out of the course"),
    "course.copy": _("The course was copied from another one"),
    "course.make": _("The course was made"),
    "course.open": _("The course was opened to its students"),
    "course.remove": _("The course was removed"),
    "course.take_out": _("The course was taken out of the archive"),
    "grading.freeze": _("Official grades were kept"),
    "grading.copy": _("How it counts came along with the copy"),
    "group.keep": _("Group %(title)s"),
    "group.remove": _("A group was removed"),
    "layout.allow": _("An allowance was given"),
    "layout.add_file": _("A file was added to %(title)s"),
    "layout.announce": _("The announcement ‘%(title)s’"),
    "layout.unannounce": _("The announcement ‘%(title)s’ was removed"),
    "layout.ask_again": _("%(title)s is to be acknowledged again"),
    "layout.attach_file": _("The file of %(title)s"),
    "layout.change_item": _("%(title)s"),
    "layout.change_module": _("%(title)s"),
    "layout.change_part": _("%(title)s"),
    "layout.copy_item": _("%(title)s was copied here"),
    "layout.copy_module": _("%(title)s was copied here"),
    "layout.drop_dates": _("The course's dates were taken from it"),
    "layout.drop_graded": _("Taken out of the gradebook"),
    "layout.estimate_effort": _("%(title)s"),
    "layout.make_item": _("%(title)s was made"),
    "layout.make_module": _("%(title)s was made"),
    "layout.make_part": _("%(title)s was made"),
    "layout.move_item": _("%(title)s was moved to another module"),
    "layout.back_into_draft": _("%(title)s was taken back into draft"),
    "layout.name_course": _("The course got another name"),
    "layout.open_to_students": _("%(title)s was opened to students"),
    "layout.paste_schedule": _("A table was pasted"),
    "layout.place_item": _("%(title)s was put into another place"),
    "layout.redate": _("The term was moved, with every date"),
    "layout.remove_file": _("A file of %(title)s was removed"),
    "layout.remove_item": _("%(title)s was removed"),
    "layout.remove_module": _("%(title)s was removed"),
    "layout.remove_part": _("%(title)s was removed"),
    "layout.repace": _("The course was laid over a term of another length"),
    "layout.set_brief": _("What %(title)s takes"),
    "layout.set_categories": _("Categories of the gradebook"),
    "layout.set_conditions": _("When %(title)s opens"),
    "layout.set_quiz": _("How %(title)s goes, and its questions"),
    "layout.set_discussion": _("How people talk in %(title)s"),
    "layout.set_review": _("Who reads what in %(title)s"),
    "layout.make_rubric": _("The rubric ‘%(title)s’ was written"),
    "layout.change_rubric": _("The rubric ‘%(title)s’"),
    "layout.remove_rubric": _("The rubric ‘%(title)s’ was removed"),
    "layout.use_rubric": _("By what %(title)s is measured"),
    "remark.keep": _("A comment was kept to be used again"),
    "remark.remove": _("A kept comment was removed"),
    "layout.set_grading": _("How %(title)s counts"),
    "people.enrol": _("People were enrolled"),
    "people.invite": _("An invitation was sent again"),
    "people.join": _("Somebody joined by a class code"),
    "people.move": _("A student came into another section"),
    "people.return": _("Somebody who had withdrawn is back"),
    "people.teacher": _("Who teaches here"),
    "people.withdraw": _("Somebody was withdrawn"),
    "section.keep": _("A section"),
    "section.merge": _("Two sections became one"),
    "layout.set_moments": _("Dates of %(title)s"),
    "layout.set_rules": _("How the course grades"),
    "layout.set_schedule": _("Term and classes"),
    "layout.set_syllabus": _("Which text is the syllabus"),
    "layout.settings": _("Settings of %(title)s"),
    "layout.shift_items": _("Several items were moved in time"),
    "layout.stamp_rhythm": _("The rhythm %(title)s was laid over the term"),
    "layout.take_allowance_back": _("An allowance was ended"),
    "layout.undo": _("Set back: %(title)s"),
    "library.change": _("An entry of the library"),
    "library.file": _("The file of an entry of the library"),
    "library.make": _("An entry of the library was made"),
    "library.publish": _("An answer went into the library"),
    "library.unpublish": _("An answer was taken out of the library"),
    "library.settle": _("A report of an error was settled, or opened again"),
    "quiz.check_in": _("Somebody was checked in to %(title)s, or out again"),
    "quiz.make_sheets": _("Sheets of %(title)s were made"),
    "quiz.throw_sheets_away": _("Unused sheets of %(title)s were thrown away"),
    "quiz.minutes": _("Minutes were given at the table"),
    "quiz.read": _("An answer was read and scored"),
    "quiz.rescore": _("A corrected key was laid over the answers in %(title)s"),
    "quiz.rescore.undone": _("A corrected key was taken back from the answers in %(title)s"),
    "quiz.ruling": _("A question of %(title)s was taken out of the scores, given to all, or counts again"),
    "quiz.show": _("What is shown by hand of %(title)s was shown, or hidden again"),
    "score.reckoned": _("Scores of %(title)s were reckoned"),
    "score.release": _("Scores of %(title)s were released"),
    "score.save": _("Score: %(title)s"),
    "score.sheet": _("Scores were typed in the gradebook"),
    "score.mark": _("One of two graders gave points for %(title)s"),
    "score.measure": _("A criterion of work for %(title)s was measured"),
    "review.draw": _("The lot was drawn in %(title)s"),
    "review.send": _("A review was sent in %(title)s"),
    "review.take_means": _("The means of readers became scores in %(title)s"),
    "talk.close": _("A conversation was closed"),
    "talk.hide": _("A post was hidden"),
    "talk.open": _("A conversation was opened again"),
    "talk.settle": _("A report of a post was settled"),
    "talk.show": _("A hidden post was shown again"),
    "text.add_image": _("A picture was added to the text of %(title)s"),
    "text.edition": _("Text of %(title)s"),
    "text.write": _("Text of %(title)s"),
}
"""By action. What is not here is no change of the course: what students did, and what is one's own."""

UNTOLD = frozenset({"position", "stamped", "beat", "step", "file_id", "asked_edition", "person", "item"})
"""Fields that say nothing to a reader."""
STRUCTURES = frozenset(
    {
        "slots",
        "rotation",
        "exceptions",
        "beats",
        "steps",
        "shift_minutes",
        "walls",
        "wants",
        "shows",
        "questions",
        "criteria",
        "rows",
    }
)
"""Fields that a word would not do for."""
BY_ID = {
    "module_id": "module",
    "part_id": "part",
    "category_id": "category",
    "late_rule_id": "late_rule",
    "rubric_id": "rubric",
    "group_id": "group",
    "item_id": "item",
    "term_id": "term",
}
RULES = frozenset({"done_rule"})


class Words:
    """The words of a page of changes; titles are read together."""

    def __init__(self, course: Course, records: Sequence[AuditRecord]) -> None:
        self.course, self.laid = course, layout(course)
        wanted: dict[str, set[int]] = {}
        for record in records:
            wanted.setdefault(record.target_kind, set()).add(record.target_id)
            for row in (*_rows(record.before), *_rows(record.after)):
                wanted.setdefault(row["kind"], set()).add(row["id"])
                for name, kind in BY_ID.items():
                    if isinstance(row["fields"].get(name), int):
                        wanted.setdefault(kind, set()).add(row["fields"][name])
        self.titles = row_titles(wanted) | score_titles(wanted.get("score", ()))

    @cached_property
    def names(self) -> dict[tuple[str, int], str]:
        return names_of(self.course, self.laid)

    def title(self, thing: tuple[str, int | None]) -> str:
        kind, pk = thing
        return self.titles.get((kind, pk or 0), "") or self.names.get((kind, pk or 0), "")

    def headline(self, record: AuditRecord) -> str:
        title = self.title((record.target_kind, record.target_id)) or str(_("the course"))
        return str(CHANGES[record.action]) % {"title": title}

    def lines(self, record: AuditRecord, about: Thing) -> Iterator[out.ChangedField]:
        """What it set; `about`: what need not be named again."""
        if isinstance(record.after, list) or isinstance(record.before, list):
            for old, new in zip(_rows(record.before), _rows(record.after), strict=True):
                thing = (new["kind"], new["id"])
                if thing == about and set(new["fields"]) == {"removed"} and record.action != "layout.undo":
                    continue  # The headline says it.
                before, after = _told(thing[0], old["fields"]), _told(thing[0], new["fields"])
                yield from self._fields("" if thing == about else self.title(thing), before, after)
            yield from moves(self.course, record)
        elif record.action == "score.save":
            yield from self._fields("", record.before or {}, record.after or {})
        elif record.action == SHEET:
            yield from self._cells(record)

    def _cells(self, record: AuditRecord) -> Iterator[out.ChangedField]:
        """A line for each cell: its points, or that somebody is excused."""
        cells = (record.after or {})["cells"]
        names = names_of_people({cell["after"]["person"] for cell in cells})
        for cell in cells:
            old, new = cell["before"], cell["after"]
            thing = f"{self.title(('item', new['item']))}, {names.get(new['person'], '')}"
            for field in ("excused", "raw"):
                if old[field] != new[field]:
                    before, after = self._word(field, old[field]), self._word(field, new[field])
                    yield out.ChangedField(thing=thing, field=field, before=before, after=after)

    def _fields(self, thing: str, old: Mapping[str, Any], new: Mapping[str, Any]) -> Iterator[out.ChangedField]:
        for name, value in new.items():
            if name in UNTOLD or old.get(name) == value:
                continue
            if name == "moments":
                yield from self._moments(thing, old.get(name) or {}, value or {})
            elif name in STRUCTURES:
                yield out.ChangedField(thing=thing, field=name, before=None, after=None)
            else:
                before, after = self._word(name, old.get(name)), self._word(name, value)
                yield out.ChangedField(thing=thing, field=name, before=before, after=after)

    def _moments(self, thing: str, old: Mapping[str, Any], new: Mapping[str, Any]) -> Iterator[out.ChangedField]:
        for name in MOMENTS:
            if old.get(name) != new.get(name):
                before, after = self._at(old.get(name)), self._at(new.get(name))
                yield out.ChangedField(thing=thing, field=name, before=before, after=after)

    def _at(self, row: Mapping[str, Any] | None) -> str:
        """A moment where the present calendar has it."""
        if row is None:
            return ""
        rule, key = rule_of(row), (0, "due")
        others = self.laid.rules if isinstance(rule, FromMoment) else {}
        at = resolve_all({**others, key: rule}, self.laid.calendar).instants.get(key)
        return moment(at, self.laid.zone) if at else str(_("nowhere in this term"))

    def _word(self, name: str, value: Any) -> str:
        if value is None or value in ("", []):
            return ""
        if isinstance(value, bool):
            return str(_("yes") if value else _("no"))
        if name in BY_ID:
            return self.title((BY_ID[name], value)) or str(_("something that is gone"))
        if name == "conditions":
            return in_words(value, self.names, self.laid.calendar)
        if name in RULES and value in {r.code for r in rule_kinds()}:
            return str(rule_kind(value).word)
        if name == "kind":
            return str(kind_of(value).word)
        if name == "read_first":
            return ", ".join(self.names.get(("item", i), "") or str(_("something that is gone")) for i in value)
        if name == "done_parts":
            return ", ".join(str(rule_kind(p["rule"]).word) for p in value)
        if name == "bands":
            return ", ".join(f"{band} {lower}" for band, lower in value)
        if isinstance(value, list):
            return ", ".join(str(v) for v in value)
        if name.endswith("_day") and isinstance(value, str):
            return written_day(date.fromisoformat(value))
        if name in ("points", "raw", "weight", "done_percent", "credits"):
            return str(points(Fraction(str(value))))
        return str(value)


def _rows(kept: Any) -> list[dict[str, Any]]:
    """The rows of things that were changed; who came or went is told apart."""
    return [row for row in kept if "kind" in row] if isinstance(kept, list) else []


def _told(kind: str, fields: dict[str, Any]) -> dict[str, Any]:
    """A row of the gradebook that is removed is no more in the gradebook; other things are taken away."""
    if kind != "graded_item" or "removed" not in fields:
        return fields
    return {name: value for name, value in fields.items() if name != "removed"} | {"counted": not fields["removed"]}
