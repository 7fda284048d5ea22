"""Each gate stops a planted violation."""

from __future__ import annotations

import os
import re
import shutil
import subprocess
import sys
import tempfile
import unittest
from pathlib import Path

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
    def contracts_with(self, file: str, line: str) -> tuple[int, str]:
        self.copy("core", "server", "pyproject.toml")
        target = self.folder / file
        target.write_text(f"{target.read_text()}\n{line}\n")
        return self.run_gate([str(BIN / "lint-imports"), "--no-cache"])

    def test_as_it_stands_they_hold(self) -> None:
        code, text = self.contracts_with("core/unvo_core/__init__.py", "")
        self.assertEqual(code, 0, text)

    def test_the_core_may_not_know_django(self) -> None:
        code, text = self.contracts_with("core/unvo_core/path/done.py", "import django")
        self.assertEqual(code, 1)
        self.assertIn("The core knows no Django, no server and no I/O BROKEN", text)

    def test_the_core_may_not_read_a_clock_or_draw_lots(self) -> None:
        code, text = self.contracts_with("core/unvo_core/path/done.py", "import random")
        self.assertIn("The core knows no Django, no server and no I/O BROKEN", text)
        self.assertEqual(code, 1)

    def test_a_lower_app_may_not_import_an_upper_one(self) -> None:
        code, text = self.contracts_with("server/apps/courses/queries.py", "from apps.gradebook.public import points")
        self.assertEqual(code, 1)
        self.assertIn("Upper apps may import lower ones, never the other way round BROKEN", text)

    def test_models_stay_inside_their_app(self) -> None:
        code, text = self.contracts_with("server/apps/gradebook/book.py", "from apps.courses.models import Item")
        self.assertEqual(code, 1)
        self.assertIn("Other rooms reach courses only through its public module BROKEN", text)


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

    CASES = (
        (
            "a stray text",
            "src/places/week/components/Bad.vue",
            "<template><p>Stray words</p></template>",
            "no-bare-strings-in-template",
        ),
        ("any", "src/places/week/bad.ts", "export const x: any = 1;\n", "no-explicit-any"),
        ("v-html", "src/places/week/components/Bad.vue", "<template><p v-html=\"''\" /></template>", "vue/no-v-html"),
        (
            "Headless UI outside the design system",
            "src/places/week/bad.ts",
            'import { Menu } from "@headlessui/vue";\nexport const x = Menu;\n',
            "no-restricted-imports",
        ),
        (
            "a place inside the design system",
            "src/ui/bad.ts",
            'import { x } from "@/places/week/said";\nexport const y = x;\n',
            "no-restricted-imports",
        ),
        (
            "a file that is too long",
            "src/places/week/bad.ts",
            "".join(f"export const c{n} = {n};\n" for n in range(420)),
            "max-lines",
        ),
    )

    def test_each_rule_stops_its_violation(self) -> None:
        for name, file, text, rule in self.CASES:
            with self.subTest(name):
                command = ["npx", "eslint", "--stdin", "--stdin-filename", file, "--format", "json"]
                done = subprocess.run(
                    command, cwd=ROOT / "web", input=text, capture_output=True, text=True, check=False
                )
                self.assertEqual(done.returncode, 1, done.stdout + done.stderr)
                self.assertIn(rule, done.stdout)


class CodeStyle(unittest.TestCase):
    """Habits of the house that no linter knows."""

    BANNED = {"utils", "helpers", "common", "misc", "manager"}

    def sources(self) -> list[Path]:
        found = subprocess.run(["git", "ls-files"], cwd=ROOT, capture_output=True, text=True, check=True).stdout.split()
        return [Path(p) for p in found if p.endswith((".py", ".ts", ".vue")) and (ROOT / p).exists()]

    def test_no_module_is_called_what_says_nothing(self) -> None:
        self.assertEqual([p for p in self.sources() if p.stem.lower() in self.BANNED], [])

    def test_no_file_passes_400_lines(self) -> None:
        generated = ("migrations", "schema.d.ts", "en.ts")
        long = [
            p
            for p in self.sources()
            if not any(g in str(p) for g in generated) and len((ROOT / p).read_text().splitlines()) > 400
        ]
        self.assertEqual(long, [])

    def test_colours_are_named_in_the_design_system_only(self) -> None:
        colour = re.compile(r"#[0-9a-fA-F]{6}\b|#[0-9a-fA-F]{3};")
        named = [
            str(p)
            for p in self.sources()
            if p.suffix in (".vue", ".ts") and "web/src/ui/" not in str(p) and colour.search((ROOT / p).read_text())
        ]
        self.assertEqual(named, [])
