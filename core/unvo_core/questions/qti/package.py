"""Packages of items: a zip with a manifest (1EdTech content packaging), its items and their pictures.

What comes from outside is held to limits before anything of it is unpacked.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from io import BytesIO
from posixpath import dirname, join, normpath
from urllib.parse import unquote
from zipfile import BadZipFile, ZipFile, ZipInfo

from lxml import etree
from lxml.etree import Element, SubElement
from unvo_core.problems import Problem
from unvo_core.questions.qti.names import ITEM_NS, ITEM_TYPE, MANIFEST_NS, MANIFEST_SCHEMA, XSI, local
from unvo_core.questions.qti.reading import Unread, tree_of

MOST_ENTRIES = 2_000
MOST_UNPACKED = 200_000_000
MOST_ITEMS = 500
MANIFEST = "imsmanifest.xml"


@dataclass(frozen=True, slots=True)
class Package:
    """Items in the order of the manifest, by address; every other file by its address."""

    items: tuple[tuple[str, bytes], ...]
    files: Mapping[str, bytes]


class Unpackable(Exception):
    def __init__(self, problem: Problem) -> None:
        super().__init__(problem.code)
        self.problem = problem


def write_package(items: Sequence[tuple[str, bytes, Sequence[str]]], files: Mapping[str, bytes]) -> bytes:
    """`items`: identifier, XML, the names of its pictures among `files`. The same from the same."""
    root = Element(f"{{{MANIFEST_NS}}}manifest", nsmap={None: MANIFEST_NS, "xsi": XSI})
    root.set("identifier", "unvo-questions")
    root.set(f"{{{XSI}}}schemaLocation", f"{MANIFEST_NS} {MANIFEST_SCHEMA}")
    told = SubElement(root, f"{{{MANIFEST_NS}}}metadata")
    SubElement(told, f"{{{MANIFEST_NS}}}schema").text = "QTI Package"
    SubElement(told, f"{{{MANIFEST_NS}}}schemaversion").text = "3.0.0"
    SubElement(root, f"{{{MANIFEST_NS}}}organizations")
    resources = SubElement(root, f"{{{MANIFEST_NS}}}resources")
    out = BytesIO()
    with ZipFile(out, "w") as made:
        for identifier, xml, pictures in items:
            href = f"items/{identifier}.xml"
            kept = {"identifier": identifier, "type": ITEM_TYPE, "href": href}
            resource = SubElement(resources, f"{{{MANIFEST_NS}}}resource", kept)
            for name in (href, *pictures):
                SubElement(resource, f"{{{MANIFEST_NS}}}file", {"href": name})
            made.writestr(_entry(href), xml)
        for name, content in files.items():
            made.writestr(_entry(name), content)
        made.writestr(_entry(MANIFEST), etree.tostring(root, xml_declaration=True, encoding="UTF-8"))
    return out.getvalue()


def _entry(name: str) -> ZipInfo:
    info = ZipInfo(name, (1980, 1, 1, 0, 0, 0))
    info.compress_type = 8
    return info


def read_package(content: bytes) -> Package:
    """Of a zip, or of one item by itself. Raises Unpackable."""
    if not content.startswith(b"PK"):
        return Package((("item.xml", content),), {})
    try:
        with ZipFile(BytesIO(content)) as found:
            entries = _entries(found)
            files = {name: found.read(info) for name, info in entries.items()}
    except (BadZipFile, NotImplementedError, RuntimeError, EOFError, OSError, ValueError):
        raise Unpackable(Problem("qti.no_zip")) from None
    named = [name for name in _named_in(files) if name in files] or _looked_for(files)
    if not named:
        raise Unpackable(Problem("qti.no_items"))
    if len(named) > MOST_ITEMS:
        raise Unpackable(Problem("qti.many_items", "", {"count": len(named), "most": MOST_ITEMS}))
    return Package(tuple((name, files[name]) for name in dict.fromkeys(named)), files)


def _entries(found: ZipFile) -> dict[str, ZipInfo]:
    """Within the limits, under addresses that lead nowhere else."""
    infos = [info for info in found.infolist() if not info.is_dir()]
    if len(infos) > MOST_ENTRIES or sum(info.file_size for info in infos) > MOST_UNPACKED:
        raise Unpackable(Problem("qti.zip_large", "", {"entries": MOST_ENTRIES, "size": MOST_UNPACKED // 1_000_000}))
    named = {normpath(info.filename): info for info in infos}
    return {name: info for name, info in named.items() if not name.startswith(("/", ".."))}


def _named_in(files: Mapping[str, bytes]) -> list[str]:
    """By the manifest, whatever version of content packaging it is written in."""
    try:
        root = tree_of(files.get(MANIFEST, b""))
    except Unread:
        return []
    resources = [e for e in root.iter() if local(e.tag) == "resource" and "item_xmlv3" in (e.get("type") or "")]
    return [normpath(unquote(e.get("href") or "")) for e in resources]


def _looked_for(files: Mapping[str, bytes]) -> list[str]:
    """Where there is no manifest: whatever looks like an item."""
    mark = ITEM_NS.encode()
    return sorted(n for n, content in files.items() if n.lower().endswith(".xml") and mark in content[:4000])


def beside(item: str, address: str) -> str:
    """The address of a picture as the package has it, from the item that names it."""
    return normpath(join(dirname(item), unquote(address)))
