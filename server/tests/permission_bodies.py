"""What is sent with each operation when it is tried."""

from __future__ import annotations

from typing import Any

from tests.permission_table import BANKED, COURSE, ITEM, POST, QUEUE, QUIZ, TALK

SCHEDULE = {
    "name": "Autumn",
    "first_day": "2026-08-17",
    "last_day": "2026-12-11",
    "zone": "America/Chicago",
    "default_due_time": "23:59",
    "credits": "3",
    "breaks": [],
    "patterns": [{"slots": [{"on": 0, "start": "10:00", "end": "11:15"}]}],
}
RHYTHM = {
    "name": "Weekly",
    "beats": [{"key": "a", "kind": "page", "title": "Notes {n}"}],
    "steps": {"first": 1, "last": 2},
}
POSED = {"text": "<p>1 + 1?</p>", "fields": [{"name": "a", "asked": {"kind": "number", "keys": [{"text": "2"}]}}]}
TABLE_TEXT = {"text": "Week,Topic\n1,Notes\n"}
HOLDER = "a-tab-of-a-test"
HOLDING = {"number": 1, "holder": HOLDER}
GIVEN = {"question": 1, "answers": {"a": "2"}, "seq": 1}
RUBRIC = {
    "name": "Field book",
    "criteria": [{"id": 0, "name": "Order", "levels": [{"id": 0, "name": "No"}, {"id": 0, "name": "Yes"}]}],
}
BODIES: dict[str, Any] = {
    f"post {ITEM}/tick": {"done": True},
    f"post {ITEM}/acknowledgement": {"edition": 1},
    f"post {COURSE}/modules": {"title": "New", "week": 9},
    f"put {COURSE}/opening": {"items": []},
    f"patch {COURSE}/modules/{{module_id}}": {"title": "Renamed"},
    f"post {COURSE}/modules/{{module_id}}/parts": {"title": "Part"},
    f"post {COURSE}/modules/{{module_id}}/items": {"title": "Item", "kind": "page"},
    f"patch {COURSE}/parts/{{part_id}}": {"title": "Part"},
    f"patch {ITEM}": {"title": "Renamed"},
    f"put {ITEM}/moments": {"due": "2026-10-10T23:59"},
    f"put {ITEM}/place": {"part_id": None, "before": None},
    f"put {ITEM}/module": {"module_id": 1},
    f"put {ITEM}/text": {"html": "<p>New</p>"},
    f"put {ITEM}/settings": {"item": {"title": "Renamed"}},
    f"put {ITEM}/hand-in": {"text": "Mine", "comment": ""},
    f"put {ITEM}/hand-in/photos": {"photos": []},
    f"post {QUEUE}/{{person_id}}/notes": {"file_id": 1, "page": 1, "across": 10, "down": 10, "words": "Here"},
    f"put {QUEUE}/{{person_id}}/notes/{{note_id}}": {"words": "Here"},
    f"post {QUEUE}/{{person_id}}/comments": {"attempt": 1, "words": "Good."},
    f"post {QUEUE}/{{person_id}}/returned": {"attempt": 1, "why": "Sign it.", "until": "2026-10-20T18:00"},
    f"post {COURSE}/rubrics": RUBRIC,
    f"put {COURSE}/rubrics/{{rubric_id}}": RUBRIC,
    f"post {COURSE}/standing/try": {"scores": []},
    f"put {ITEM}/hold": {"hold": True},
    f"put {ITEM}/rubric": {"rubric_id": None},
    f"post {COURSE}/remarks": {"text": "Show the units."},
    f"put {QUEUE}/{{person_id}}/score": {"attempt": 1, "raw": "9", "comment": "", "seen_version": 0},
}
RULES = {
    "categories": [{"key": "a", "name": "Sets", "weight": 100}],
    "late_rules": [],
    "missing": "zero",
    "bands": [],
    "decimals": 1,
    "letters_on_rounded": True,
}
BODIES |= {
    f"put {COURSE}/gradebook/cells": {"cells": [{"item": 1, "person": 0, "text": "9"}]},
    f"put {COURSE}/grading": RULES,
    f"post {COURSE}/grading/said": RULES,
    f"post {COURSE}/grading/effect": RULES,
}
TERM = {"name": "Winter", "first_day": "2027-01-04", "last_day": "2027-02-12"}
BODIES |= {
    "post /api/administration/terms": TERM,
    "put /api/administration/terms/{term_id}": TERM,
    "put /api/administration/people/{person_id}": {"administers": False, "makes_courses": True, "active": True},
    "post /api/administration/people/{person_id}/merge": {"gone": 0},
    "post /api/administration/acting": {"person_id": 1, "why": "They asked for help"},
}
BODIES |= {
    "post /api/new-course/preview": {"zone": "UTC"},
    "post /api/new-course": {"title": "New", "code": "N 1", "zone": "UTC"},
    "post /api/invitations/{secret}": {"name": "Ada", "password": "heron-lantern-42"},
    "patch /api/me": {"name": "Another"},
    f"put {COURSE}/archived": {"archived": False},
    f"put {COURSE}/naming": {"title": "New", "code": "N 1"},
    f"post {COURSE}/people": {"people": []},
    f"post {COURSE}/people-preview": {"text": "Ada Moe,ada@x.example"},
    f"put {COURSE}/people/{{person_id}}/section": {"section_id": None},
    f"post {COURSE}/teachers": {"person": {"email": "ada@x.example"}, "role": "instructor"},
    f"put {COURSE}/teachers/{{person_id}}": {"role": "instructor"},
    f"post {COURSE}/sections": {"name": "Evening"},
    f"put {COURSE}/sections/{{section_id}}": {"name": "Evening"},
    f"post {COURSE}/sections/{{section_id}}/merge": {"into": 1},
    f"post {COURSE}/codes": {"section_id": 1},
}
BODIES |= {
    f"post {COURSE}/library": {"shelf": "faq", "title": "May we?"},
    f"patch {COURSE}/library/{{entry_id}}": {"title": "Renamed"},
    f"post {COURSE}/library/{{entry_id}}/steps": {"step": 0, "done": True},
    f"put {COURSE}/syllabus": {"item_id": 1},
    f"post {COURSE}/copy-in": {"item_id": 1, "into_module": 1},
    f"put {COURSE}/classes/{{number}}/absence": {"reason": "The bus did not come"},
    f"post {COURSE}/groups": {"name": "Crew B", "members": []},
    f"put {COURSE}/groups/{{group_id}}": {"name": "Crew B", "members": []},
    f"post {COURSE}/error-reports": {"text": "A wrong sign"},
    f"put {COURSE}/error-reports/{{report_id}}": {"settled": True},
}
CONDITIONS = {"kind": "item", "id": 1, "of": []}
BODIES |= {
    f"post {ITEM}/watched": {"position": 1, "seen": [[0, 1]]},
    f"put {ITEM}/people/{{person_id}}": {"kind": "done", "on": True, "reason": "Seen in class"},
    f"post {COURSE}/conditions/preview": CONDITIONS,
    f"put {COURSE}/conditions": CONDITIONS,
    "put /api/today/budget": {"minutes": [60] * 7},
    "post /api/calendar-feeds": {"slug": "srv-110"},
    f"put {COURSE}/schedule": SCHEDULE,
    f"put {COURSE}/opened": {"done": True},
    f"post {COURSE}/shift": {"item_ids": [1], "days": 1},
    f"post {COURSE}/allowances": {"section_id": 0, "extra_attempts": 1},
    f"post {COURSE}/term-move/days": {"first_day": "2027-01-11", "last_day": "2027-05-07"},
    f"post {COURSE}/term-move/preview": {"how": "redate", "schedule": SCHEDULE},
    f"post {COURSE}/term-move": {"how": "redate", "schedule": SCHEDULE},
    f"post {COURSE}/date-check/fix": {"keys": ["x"]},
    f"put {COURSE}/absences/{{absence_id}}/seen": {"seen": True},
    f"post {COURSE}/date-check/waive": {"key": "x", "waived": True},
    f"post {COURSE}/copy": {"title": "Copy", "code": "C 1"},
    f"post {COURSE}/rhythms": RHYTHM,
    f"post {COURSE}/rhythms/preview": RHYTHM,
    f"post {COURSE}/paste": {
        "rows": [{"line": 2, "week": 1, "topics": ["Notes"], "items": [{"kind": "page", "title": "N"}]}]
    },
    f"post {COURSE}/paste/preview": TABLE_TEXT,
}
BODIES |= {
    f"post {QUIZ}/attempts": {"holder": HOLDER},
    f"post {QUIZ}/attempts/{{number}}/fresh": {"question": 1, "nonce": "n"},
    f"post {QUIZ}/answers/{{answer_id}}/questions": {"html": "<p>Why?</p>"},
    f"put {QUIZ}/holder": HOLDING,
    f"put {QUIZ}/answers": {**HOLDING, "given": [GIVEN]},
    f"post {QUIZ}/check": {**HOLDING, "given": GIVEN},
    f"post {QUIZ}/read": {"number": 1, "question": 1, "answers": {}},
    f"post {QUIZ}/next": {**HOLDING, "seen": 0},
    f"post {QUIZ}/hand-in": HOLDING,
    f"put {QUIZ}-setup": {
        "attempts": 1,
        "tries": None,
        "try_cost": "0",
        "minutes": 20,
        "one_by_one": True,
        "back": True,
        "shuffle": False,
        "code": "",
        "room": False,
        "fresh": True,
        "paper": "",
        "shows": {},
        "slots": [],
    },
    f"put {QUIZ}-class/{{person_id}}/here": {"here": True},
    f"post {QUIZ}-class/{{person_id}}/minutes": {"minutes": 5},
    f"put {QUIZ}-answers/{{answer_id}}": {"points": "1", "comment": ""},
    f"post {QUIZ}-questions/{{bank_question_id}}/rescoring": {"edition": 1},
    f"put {QUIZ}-questions/{{bank_question_id}}/ruling": {"kind": "all"},
    f"put {QUIZ}-shown": {"on": True},
    f"post {COURSE}/banks": {"name": "A bank"},
    f"put {COURSE}/banks/{{bank_id}}": {"name": "Another name"},
    f"post {COURSE}/banks/{{bank_id}}/questions": {"name": "A question", "body": POSED},
    f"post {COURSE}/banks/{{bank_id}}/table": {"text": "Name,Question\nA,B\n"},
    f"post {COURSE}/banks/{{bank_id}}/table-preview": {"text": "Name,Question\nA,B\n"},
    f"put {BANKED}": {"name": "A question", "body": POSED, "seen": 1},
    f"put {BANKED}/bank": {"bank_id": 1},
    f"post {COURSE}/question-proof": {"body": POSED},
    f"post {COURSE}/question-try": {"body": POSED},
    f"post {COURSE}/announcements": {"title": "News", "html": "<p>Said</p>"},
    f"put {COURSE}/announcements/{{announcement_id}}": {"title": "News", "html": "<p>Said anew</p>"},
    f"post {COURSE}/announcements/read": {"ids": []},
    f"post {COURSE}/asking/near": {"text": "How is a field book kept?"},
    f"post {COURSE}/questions": {"about": "course", "html": "<p>When?</p>"},
    f"post {COURSE}/questions/{{question_id}}/more": {"html": "<p>And where?</p>"},
    f"post {COURSE}/questions/{{question_id}}/answers": {"html": "<p>Now</p>"},
    f"put {COURSE}/questions/{{question_id}}/settled": {"on": True},
    f"put {COURSE}/questions/{{question_id}}/assignee": {"person_id": 0},
    f"put {COURSE}/questions/{{question_id}}/too": {"on": True},
    f"post {COURSE}/messages": {"people": [], "html": "<p>Good morning</p>"},
    f"put {COURSE}/messages/rule": {"classmates": "class"},
    f"post {COURSE}/messages/{{thread_id}}": {"html": "<p>And good evening</p>"},
    f"put {COURSE}/messages/{{thread_id}}/read": {"upto": 1},
    f"post {COURSE}/questions/{{question_id}}/publication": {"title": "When?", "html": "<p>Now</p>"},
    "post /api/notices/seen": {"upto": 0},
    "put /api/notices/choices": {"kind": "reply", "here": "daily", "mail": "never"},
    f"put {TALK}/draft": {"html": "<p>Begun</p>"},
    f"post {TALK}/posts": {"html": "<p>Said</p>"},
    f"put {TALK}/scores": {"scores": []},
    f"put {POST}": {"html": "<p>Said anew</p>", "edition": 1},
    f"put {POST}/hidden": {"on": True, "why": "Names a person"},
    f"put {POST}/closed": {"on": True, "why": "Settled"},
    f"put {POST}/accepted": {"on": True},
    f"put {POST}/same": {"on": True},
    f"post {POST}/reports": {"why": "Names a person"},
}
BY_RIGHT = {"post /api/new-course", "post /api/new-course/preview"}
"""What is no course's: whoever may not is told so."""
BODIES[f"put {QUIZ}-sheets/of/{{code}}"] = {"scores": []}
UPLOADS = {
    f"post {COURSE}/gradebook/table-preview",
    f"post {QUIZ}/sheet/photos",
    f"post {COURSE}/banks/{{bank_id}}/file",
    f"post {COURSE}/banks/{{bank_id}}/file-preview",
    f"post {COURSE}/question-images",
    f"post {COURSE}/people-preview/file",
    f"post {COURSE}/library/{{entry_id}}/file",
    f"post {ITEM}/resources",
    f"post {ITEM}/captions",
    f"post {ITEM}/file",
    f"post {ITEM}/images",
    f"post {ITEM}/hand-in/files",
    f"post {ITEM}/hand-in/photos",
    f"post {QUIZ}/attempts/{{number}}/answers/{{answer_id}}/files",
    f"post {TALK}/files",
    f"post {COURSE}/announcements/images",
    f"post {COURSE}/questions/files",
    f"post {COURSE}/messages/files",
    f"post {COURSE}/paste/file",
}
