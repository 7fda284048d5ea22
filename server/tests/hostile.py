"""Values that a description allows and a person or a program sends: at the edges, beyond them, and broken."""

from __future__ import annotations

from collections.abc import Mapping
from random import Random
from typing import Any

TEXTS = (
    "",
    " ",
    "x",
    "Réseau géodésique",
    "a" * 61,
    "b" * 65,
    "c" * 101,
    "d" * 301,
    "e" * 1201,
    "lone \ud800 surrogate",
    "nul \x00 inside",
    "\u202eright to left",
    "1E+4000000",
    "1e999",
    "-1E-400",
    "NaN",
    "Infinity",
    "-0",
    "0001-01-01",
    "9999-12-31",
    "2026-02-30",
    "2026-10-07T12:00:00+14:00",
    "2026-10-07T12:00:00",
    "9999-12-31T23:59:59.999999-12:00",
    "0001-01-01T00:00:00+14:00",
    "24:00",
    "23:59",
    "2026-10-05",
    "2026-W41",
    "https://media.ostrell.example/a?b=<c>",
    "javascript:alert(1)",
    "https://ostrell.example/" + "p" * 1100,
    "<p>Text</p><script>x</script>",
    "<div>" * 300,
    "((((" * 50,
    "%s %(x)s {0} {",
    "'; DROP TABLE x; --",
    "srv-110",
    "7",
)
WHOLE = (0, 1, 2, 7, -1, 6, 8, 100, 2**15 - 1, 2**15, 40_000, 2**31 - 1, 2**31, 2**63 - 1, 2**63, 2**70, -(2**63))
FRACTIONS = (0.0, 0.5, -1.5, 99.99, 1e6, 1e308, -1e308, 1e-308)
ODD = (None, True, [], {}, "x", 3, -1.5)
WRONG_SHARE, LEFT_OUT_SHARE, MOST_DEEP = 0.04, 0.12, 6


class Hostile:
    """Draws values for JSON schemas of one OpenAPI description."""

    def __init__(self, description: Mapping[str, Any], seed: int) -> None:
        self.schemas: Mapping[str, Any] = description["components"]["schemas"]
        self.random = Random(seed)

    def value(self, schema: Mapping[str, Any], deep: int = 0) -> Any:
        random = self.random
        if "$ref" in schema:
            return self.value(self.schemas[schema["$ref"].rsplit("/", 1)[1]], deep)
        if random.random() < WRONG_SHARE:
            return random.choice(ODD)
        for joined in ("anyOf", "oneOf", "allOf"):
            if joined in schema:
                return self.value(random.choice(schema[joined]), deep)
        if "enum" in schema:
            return random.choice(schema["enum"])
        if "const" in schema:
            return schema["const"]
        return self._of_type(schema, deep)

    def _of_type(self, schema: Mapping[str, Any], deep: int) -> Any:
        random = self.random
        match schema.get("type"):
            case "object":
                return self._object(schema, deep)
            case "array":
                length = 0 if deep > MOST_DEEP else random.choice((0, 1, 1, 2, 3, 7))
                return [self.value(schema.get("items", {}), deep + 1) for _ in range(length)]
            case "integer":
                return random.choice(WHOLE)
            case "number":
                return random.choice((*FRACTIONS, *WHOLE))
            case "boolean":
                return random.random() < 0.5
            case "null":
                return None
            case "string":
                return random.choice(TEXTS)
        return random.choice((*ODD, *TEXTS))

    def _object(self, schema: Mapping[str, Any], deep: int) -> dict[str, Any]:
        found = {}
        for name, inner in schema.get("properties", {}).items():
            if name in schema.get("required", ()) or self.random.random() > LEFT_OUT_SHARE:
                found[name] = self.value(inner, deep + 1)
        more = schema.get("additionalProperties")
        if isinstance(more, Mapping):
            for key in self.random.sample(("due", "opens", "closes", "x", "7", "a" * 70, "\ud800"), 2):
                found[key] = self.value(more, deep + 1)
        return found
