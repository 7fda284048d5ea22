from __future__ import annotations

from apps.kernel.public import StoredFile, on_disk
from apps.layout.files.document_text import text_of
from apps.layout.models import Item, ItemFile, SearchEntry


def read_files(item_id: int) -> None:
    """Keep the text of an item's own file, its resources and captions in its search entry."""
    item = Item.objects.select_related("file").filter(pk=item_id).first()
    if item is None:
        return
    kept = ItemFile.objects.filter(item=item, removed=False).select_related("file").order_by("id")
    files: list[StoredFile] = [*([item.file] if item.file else []), *(k.file for k in kept)]
    texts = [_text(f) for f in files]
    names = [f.name for f in files]
    SearchEntry.objects.filter(item=item).update(file_text=" ".join([*names, *texts]))


def _text(stored: StoredFile) -> str:
    with on_disk(stored.path) as path:
        return text_of(path, stored.content_type, stored.name)
