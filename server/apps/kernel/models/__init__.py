from apps.kernel.models.audit import AuditRecord, AuditTouch
from apps.kernel.models.idempotency import AnsweredRequest
from apps.kernel.models.partial_upload import PartialUpload
from apps.kernel.models.stored_file import StoredFile

__all__ = ["AnsweredRequest", "AuditRecord", "AuditTouch", "PartialUpload", "StoredFile"]
