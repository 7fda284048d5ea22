"""Each gate stops a planted violation."""

from __future__ import annotations

import ast
import json
import os
import re
import shutil
import subprocess
import sys
import tempfile
import tomllib
import unittest
from pathlib import Path

from tests.web_violations import CASES

ROOT = Path(__file__).resolve().parents[2]
BIN = Path(sys.executable).parent


class Planted(unittest.TestCase):
    """A copy of the sources with one wrong line in it."""

    def setUp(self) -> None:
        self.folder = Path(tempfile.mkdtemp(prefix="unvo-gates-"))
        self.addCleanup(shutil.rmtree, self.folder)

    def copy(self, *names: str) -> None:
        skip = shutil.ignore_patterns("node_modules", "__pycache__", "assets", "staticfiles")
        for name in names:
            source = ROOT / name
            if source.is_dir():
                shutil.copytree(source, self.folder / name, ignore=skip)
            else:
                shutil.copy(source, self.folder / name)

    def run_gate(self, command: list[str], where: str = ".") -> tuple[int, str]:
        path = os.pathsep.join(str(self.folder / p) for p in ("server", "core"))
        env = os.environ | {"PYTHONPATH": path, "MYPYPATH": path}
        done = subprocess.run(command, cwd=self.folder / where, env=env, capture_output=True, text=True, check=False)
        return done.returncode, done.stdout + done.stderr


class ImportContracts(Planted):
    """Each contract of pyproject.toml with a line that breaks it."""

    APPS = "server/apps/"
    VIOLATIONS = {
        "core-is-pure": (
            ("core/unvo_core/path/done.py", "import django"),
            ("core/unvo_core/path/done.py", "import random"),
        ),
        "core-layers": (
            ("core/unvo_core/schedule/term.py", "from unvo_core.terms.redate import redate"),
            ("core/unvo_core/grading/late.py", "from unvo_core.path.done import Opened"),
            ("core/unvo_core/terms/repace.py", "from unvo_core.plan.day_plan import day_plan"),
        ),
        "app-layers": (
            (f"{APPS}courses/queries.py", "from apps.gradebook.public import points"),
            (f"{APPS}gradebook/setup.py", "from apps.path.public import progress"),
            (f"{APPS}links/waiting.py", "from apps.assignments.public import work_waiting"),
            (f"{APPS}live/waiting.py", "from apps.library.public import reports_waiting"),
        ),
        "places-of-screens": (
            (f"{APPS}screens/term/page.py", "from apps.screens.week.page import sheet"),
            (f"{APPS}screens/rows.py", "from apps.screens.week.page import sheet"),
        ),
        "kernel-behind-its-door": ((f"{APPS}courses/queries.py", "from apps.kernel.clock import now"),),
        "people-behind-its-door": ((f"{APPS}courses/queries.py", "from apps.people.models import Person"),),
        "notices-behind-its-door": ((f"{APPS}layout/actions/allow.py", "from apps.notices.jobs import send_mail"),),
        "courses-behind-its-door": ((f"{APPS}gradebook/setup.py", "from apps.courses.models import Course"),),
        "joining-behind-its-door": ((f"{APPS}layout/queries.py", "from apps.joining.models import ClassCode"),),
        "administration-behind-its-door": (("server/config/files.py", "from apps.administration.pages import log"),),
        "layout-behind-its-door": ((f"{APPS}gradebook/setup.py", "from apps.layout.models import Item"),),
        "gradebook-behind-its-door": ((f"{APPS}path/progress.py", "from apps.gradebook.models import Score"),),
        "path-behind-its-door": ((f"{APPS}live/waiting.py", "from apps.path.models import Fact"),),
        "assignments-behind-its-door": (
            (f"{APPS}screens/activities.py", "from apps.assignments.models import HandIn"),
        ),
        "questions-behind-its-door": ((f"{APPS}screens/activities.py", "from apps.questions.models import Bank"),),
        "quizzes-behind-its-door": ((f"{APPS}screens/activities.py", "from apps.quizzes.models import Quiz"),),
        "talk-behind-its-door": ((f"{APPS}screens/activities.py", "from apps.talk.models import Post"),),
        "reviews-behind-its-door": ((f"{APPS}screens/activities.py", "from apps.reviews.models import Reading"),),
        "links-behind-its-door": ((f"{APPS}screens/activities.py", "from apps.links.models import LinkedSystem"),),
        "messages-behind-its-door": (
            (f"{APPS}screens/activities.py", "from apps.messages.models import Announcement"),
        ),
        "live-behind-its-door": ((f"{APPS}screens/activities.py", "from apps.live.models import Absence"),),
        "library-behind-its-door": ((f"{APPS}screens/activities.py", "from apps.library.models import Entry"),),
        "checks-behind-its-door": ((f"{APPS}screens/activities.py", "from apps.checks.models import Waiver"),),
        "screens-behind-its-door": (("server/config/files.py", "from apps.screens.rows import row"),),
        "transfer-behind-its-door": (("server/config/files.py", "from apps.transfer.facts import beat_of"),),
    }

    def setUp(self) -> None:
        super().setUp()
        self.copy("core", "server", "pyproject.toml")

    def broken(self) -> set[str]:
        """Names of the contracts that do not hold, without what is written behind them."""
        _, text = self.run_gate([str(BIN / "lint-imports"), "--no-cache"])
        said = " ".join(text[text.index("Analyzed") :].split("Broken contracts")[0].split())
        return {name for name in self.contracts().values() if f"{name} BROKEN" in said}

    def contracts(self) -> dict[str, str]:
        settings = tomllib.loads((ROOT / "pyproject.toml").read_text())
        return {one["id"]: one["name"] for one in settings["tool"]["importlinter"]["contracts"]}

    def test_as_it_stands_they_hold(self) -> None:
        self.assertEqual(self.broken(), set())

    def test_each_stops_its_violations(self) -> None:
        """In rounds: the first violation of every contract, then the second of those that have one, and so on.
        None of them breaks another contract than its own."""
        names = self.contracts()
        self.assertEqual(set(names), set(self.VIOLATIONS))
        for round_ in range(max(len(v) for v in self.VIOLATIONS.values())):
            planted = {key: v[round_] for key, v in self.VIOLATIONS.items() if round_ < len(v)}
            before = {file: (self.folder / file).read_text() for file, _ in planted.values()}
            for file, line in planted.values():
                target = self.folder / file
                target.write_text(f"{target.read_text()}\n{line}\n")
            self.assertEqual(self.broken(), {names[key] for key in planted}, planted)
            for file, text in before.items():
                (self.folder / file).write_text(text)


class Lint(Planted):
    def test_ruff_stops_an_unused_import(self) -> None:
        self.copy("core", "pyproject.toml")
        (self.folder / "core" / "unvo_core" / "bad.py").write_text("import os\n")
        code, text = self.run_gate([str(BIN / "ruff"), "check", "--no-cache", "."])
        self.assertEqual((code, "F401" in text), (1, True))

    def test_mypy_stops_a_wrong_type_in_the_core(self) -> None:
        self.copy("core")
        (self.folder / "core" / "unvo_core" / "bad.py").write_text("def f(x: int) -> str:\n    return x\n")
        code, text = self.run_gate([str(BIN / "mypy"), "--strict", "--cache-dir", os.devnull, "core/unvo_core/bad.py"])
        self.assertEqual((code, "return-value" in text), (1, True))


class WebLint(Planted):
    """ESLint on single planted files, by its own settings."""

    LINTED = """
        import { ESLint } from "eslint";
        const cases = JSON.parse(process.argv[1]);
        const eslint = new ESLint();
        const told = [];
        for (const [filePath, text] of cases) {
          const [result] = await eslint.lintText(text, { filePath });
          told.push(result.messages.filter((m) => m.severity === 2).map((m) => m.ruleId ?? m.message));
        }
        console.log(JSON.stringify(told));
    """

    def test_each_rule_stops_its_violation(self) -> None:
        """All by one ESLint: it takes seconds to start."""
        cases = json.dumps([(file, text) for _, file, text, _ in CASES])
        command = ["node", "--input-type=module", "-e", self.LINTED, cases]
        done = subprocess.run(command, cwd=ROOT / "web", capture_output=True, text=True, check=False)
        self.assertEqual(done.returncode, 0, done.stderr)
        for (name, _, _, rule), rules in zip(CASES, json.loads(done.stdout), strict=True):
            with self.subTest(name):
                self.assertTrue([one for one in rules if rule in one], rules)


class CodeStyle(unittest.TestCase):
    """Habits of the house that no linter knows."""

    BANNED = {"utils", "helpers", "common", "misc", "manager"}

    def sources(self) -> list[Path]:
        found = subprocess.run(["git", "ls-files"], cwd=ROOT, capture_output=True, text=True, check=True).stdout.split()
        return [Path(p) for p in found if p.endswith((".py", ".ts", ".vue")) and (ROOT / p).exists()]

    def test_no_module_is_called_what_says_nothing(self) -> None:
        self.assertEqual([p for p in self.sources() if p.stem.lower() in self.BANNED], [])

    GENERATED = ("migrations", "schema.d.ts")
    LONG_FILES = {
        "server/tests/permission_table.py": "one table, an operation a line",
        "server/tests/journeys/test_student.py": "one thread through the application, step after step",
    }
    LONG_FUNCTIONS = {
        "server/apps/screens/rows.py:row": "one shape, each of its fields said once",
        "server/apps/screens/item/page.py:_page": "one shape, each of its fields said once",
        "server/demo/srv110.py:_week": "the contents of a week, item after item",
        "server/demo/content/texts.py:set_text": "a text, paragraph after paragraph",
    }

    def test_no_file_passes_300_lines_without_a_reason(self) -> None:
        written = [p for p in self.sources() if not any(g in str(p) for g in self.GENERATED)]
        long = {str(p) for p in written if len((ROOT / p).read_text().splitlines()) > 300}
        self.assertEqual(long, set(self.LONG_FILES))

    def test_no_function_passes_40_lines_without_a_reason(self) -> None:
        """Those of the web are measured by ESLint."""
        long = {
            f"{path}:{found.name}"
            for path in self.sources()
            if path.suffix == ".py" and not any(g in str(path) for g in self.GENERATED)
            for found in ast.walk(ast.parse((ROOT / path).read_text()))
            if isinstance(found, ast.FunctionDef) and (found.end_lineno or 0) - found.lineno >= 40
        }
        self.assertEqual(long, set(self.LONG_FUNCTIONS))

    def test_colours_are_named_in_the_design_system_only(self) -> None:
        colour = re.compile(r"#[0-9a-fA-F]{6}\b|#[0-9a-fA-F]{3};")
        named = [
            str(p)
            for p in self.sources()
            if p.suffix in (".vue", ".ts") and "web/src/ui/" not in str(p) and colour.search((ROOT / p).read_text())
        ]
        self.assertEqual(named, [])


class Doors(unittest.TestCase):
    """What an app hands out: little, and no shapes of pages."""

    MOST = 40
    WIDE = {
        "courses": "who is in a course, where, and who may do what there is asked by every app above",
        "gradebook": "standing, grading, the check and the copies each take a few names, and none of them many",
        "kernel": "whatever every write needs: who asks, what is refused, what is recorded and set back",
        "layout": "it has two doors, one to read and one to change",
    }

    def doors(self) -> dict[str, list[str]]:
        found = {}
        for door in sorted((ROOT / "server" / "apps").glob("*/public.py")):
            named = ast.parse(door.read_text())
            listed = next(s.value for s in named.body if isinstance(s, ast.Assign) and s.targets[0].id == "__all__")  # type: ignore[attr-defined]
            found[door.parent.name] = ast.literal_eval(listed)
        return found

    def test_no_door_hands_out_more_than_forty_names(self) -> None:
        wide = {app for app, names in self.doors().items() if len(names) > self.MOST}
        self.assertEqual(wide, set(self.WIDE))

    def test_pages_keep_their_shapes_to_themselves(self) -> None:
        self.assertEqual(self.doors()["screens"], ["ROUTERS", "read_feed"])

    def test_nothing_registers_itself_but_kinds(self) -> None:
        """An AppConfig that does something when it is ready adds a kind, rows that changes are set back in, or follows
        a field of items."""
        busy = {}
        for config in (ROOT / "server" / "apps").glob("*/apps.py"):
            for found in ast.walk(ast.parse(config.read_text())):
                if isinstance(found, ast.FunctionDef) and found.name == "ready":
                    calls = [
                        n.func.id for n in ast.walk(found) if isinstance(n, ast.Call) and isinstance(n.func, ast.Name)
                    ]
                    busy[config.parent.name] = set(calls)
        rows = {"gradebook": {"add_row_kinds"}, "messages": {"add_row_kinds"}}
        kinds = {
            "assignments": {"add_kind", "add_row_kinds"},
            "quizzes": {"add_kind", "add_row_kinds", "follow"},
            "links": {"add_kind", "add_row_kinds", "follow"},
            "reviews": {"add_kind", "add_row_kinds"},
            "talk": {"add_kind", "add_row_kinds", "follow"},
        }
        self.assertEqual(busy, rows | kinds)
