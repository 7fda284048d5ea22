"""Open formats, out and in: bytes and streams."""
