"""The catalogue of sentences by stable code: those in the room `sentences` of every app."""

from __future__ import annotations

from collections.abc import Mapping
from functools import cache
from importlib import import_module

from django.apps import apps
from django.utils.module_loading import module_has_submodule
from django.utils.translation import gettext_lazy as _

SENTENCES: dict[str, object] = {
    "request.out_of_bounds": _("A value is longer or larger than can be kept. Shorten it, then send it again."),
    "request.not_understood": _("This request can't be read. Check its address, or begin again at the first page."),
    "request.not_from_here": _("This was not sent by a page of Unvo, or that page is old. Load it again, then retry."),
    "request.no_database": _("Unvo can't reach its database just now. Nothing was changed. Try again in a moment."),
    "request.not_found": _(
        "There is no such %(what)s here, or it is not yours to see. It may have been moved or removed."
    ),
    "request.unreadable": _("This request could not be read: %(detail)s."),
    "request.signed_out": _("You are signed out. Sign in, and what you were doing goes on."),
    "request.key_missing": _("The request carries no Idempotency-Key. Send one, and repeat it when you try again."),
    "request.key_reused": _("This Idempotency-Key was used for another request. Use a new one."),
    "written.too_long": _("This is %(length)s characters long; %(most)s are the most. Shorten it, or attach a file."),
    "written.formulas": _("Up to %(most)s formulas fit here. Put the rest into a second post, or a file."),
    "written.pictures": _("Up to %(most)s pictures and recordings fit here."),
    "written.empty": _("Nothing is written yet. Write something, or put a picture in."),
    "request.changed_meanwhile": _(
        "%(who)s changed this after you opened it. Look at both, then save again; nothing of yours is lost."
    ),
    "request.edition_unreadable": _("If-Match names an edition as a number in quotation marks. This one does not."),
    "request.edition_unused": _("This can't be asked of one edition. Send it without If-Match."),
    "text.compare_busy": _("Texts are being compared for many at once. Wait a few seconds, then ask again."),
    "paper.busy": _("Papers are being made for many at once. Wait a few seconds, then ask for yours again."),
    "request.failed": _("Something failed on our side; nothing was changed. Try again in a moment."),
    "text.too_long": _("%(field)s has %(length)s characters; %(most)s is the most. Shorten it."),
    "text.empty": _("%(field)s is empty. Write something there."),
    "file.empty": _("%(name)s is empty (0 bytes). Check the file and add it again."),
    "file.too_large": _("%(name)s has %(size)s; %(most)s is the most for one file. Make it smaller or split it."),
    "file.far_too_large": _("%(name)s is larger than anything that is kept here. Make it smaller or split it."),
    "file.too_many_begun": _("%(most)s files are on their way already. Let one arrive, or discard one, then go on."),
    "file.too_much_begun": _(
        "There is no room for %(name)s now: files on their way may take %(most)s. Let one arrive, or discard one."
    ),
    "file.not_begun": _("Nothing of this file is here any more: what breaks off is kept for a day. Choose it again."),
    "file.out_of_place": _("This piece does not follow what is here. Ask how much has come, and send from there."),
    "file.more_than_said": _("More of %(name)s came than it has by its own account. Choose it again."),
    "file.no_piece": _("A piece of a file comes as %(wanted)s. This is something else."),
    "file.other_protocol": _("Files come in pieces by tus %(version)s here. Say so in Tus-Resumable."),
    "file.no_number": _("%(name)s is no number of bytes."),
    "file.no_metadata": _("Upload-Metadata is a list of names, each with a value in base64."),
    "file.person_full": _(
        "There is no room for %(name)s: your files in this course take %(used)s, and %(most)s is the most."
        " Take out what you no longer need, or make the file smaller."
    ),
    "file.course_full": _(
        "There is no room for %(name)s: the files of this course take %(used)s, and %(most)s is the most."
        " Whoever runs Unvo here can allow more."
    ),
    "file.wrong_type": _(
        "%(name)s is not what its name says: its content is %(found)s. Save it again as it should be."
    ),
    "file.not_accepted": _(
        "%(name)s can run on a computer, so it is not accepted here. Put it into a document or a ZIP."
    ),
    "picture.not_one": _("%(name)s is no picture that can be shown. Use a JPEG, HEIC, PNG, WebP or GIF file."),
    "picture.damaged": _("%(name)s breaks off: it did not come whole from the camera or the disk. Take it again."),
    "picture.too_many_pixels": _("%(name)s has more than %(most)s million pixels. Scale it down first."),
    "table.file_large": _("%(name)s is larger than %(most)s. Save the one sheet that holds the table."),
    "table.file_unreadable": _("%(name)s can't be read as a table. Save it as XLSX or CSV, or paste the cells."),
    "link.not_http": _("A link begins with https:// or http://. This one does not."),
}


@cache
def catalogue() -> dict[str, object]:
    """All sentences. Raises ValueError for a code that is said in two ways."""
    found: dict[str, object] = {}
    for config in apps.get_app_configs():
        if config.module is None or not module_has_submodule(config.module, "sentences"):
            continue
        said = import_module(f"{config.name}.sentences").SENTENCES
        if twice := found.keys() & said.keys():
            raise ValueError(f"sentence codes defined twice: {sorted(twice)}")
        found |= said
    return found


def sentence(code: str, params: Mapping[str, object]) -> str:
    """The sentence for a code in the reader's language. Unknown codes are a bug."""
    return str(catalogue()[code]) % params
