"""A bucket that speaks S3, for the bytes of kept files."""

from __future__ import annotations

from typing import Any

from botocore.config import Config
from storages.backends.s3 import S3Storage

SIGNED_SECONDS = 300


class Bucket(S3Storage):  # type: ignore[misc]  # the library has no types
    """Names are checksums: what lies there under one is the same, and is written over. A file is there whole or not at
    all, as S3 has it. Nobody but Unvo reads it, or whom it gives a signed address."""

    def get_default_settings(self) -> dict[str, Any]:
        # Sums that S3 itself knows and its likes may not are left out; addresses have the bucket in their path.
        config = Config(
            s3={"addressing_style": "path"},
            signature_version="s3v4",
            request_checksum_calculation="when_required",
            response_checksum_validation="when_required",
            connect_timeout=5,
            retries={"max_attempts": 3},
        )
        kept: dict[str, Any] = super().get_default_settings()
        return kept | {
            "client_config": config,
            "file_overwrite": True,
            "default_acl": None,
            "querystring_expire": SIGNED_SECONDS,
        }
