"""Names of QTI 3.0 and of its packages, as its binding has them."""

from __future__ import annotations

ITEM_NS = "http://www.imsglobal.org/xsd/imsqtiasi_v3p0"
MANIFEST_NS = "http://www.imsglobal.org/xsd/qti/qtiv3p0/imscp_v1p1"
ITEM_TYPE = "imsqti_item_xmlv3p0"
XSI = "http://www.w3.org/2001/XMLSchema-instance"
ITEM_SCHEMA = "https://purl.imsglobal.org/spec/qti/v3p0/schema/xsd/imsqti_asiv3p0_v1p0.xsd"
MANIFEST_SCHEMA = "https://purl.imsglobal.org/spec/qti/v3p0/schema/xsd/imsqtiv3p0_imscpv1p2_v1p0.xsd"


def qti(name: str) -> str:
    """An element's name in its namespace: `qti-` before those that are no HTML."""
    return f"{{{ITEM_NS}}}qti-{name}"


def local(tag: object) -> str:
    """Without its namespace; '' for comments and instructions."""
    return tag.rpartition("}")[2] if isinstance(tag, str) else ""
