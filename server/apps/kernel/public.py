"""What upper apps may use of kernel."""

from apps.kernel import tables
from apps.kernel.actors import SYSTEM, Actor
from apps.kernel.api.schemas import File
from apps.kernel.api.shapes import file_out
from apps.kernel.audit import Thing, record, together
from apps.kernel.clock import now
from apps.kernel.collecting import collect_files, keep_bytes
from apps.kernel.downloads import send_file
from apps.kernel.editions import edition, editions, require_edition
from apps.kernel.lanes import Lane
from apps.kernel.letters import plain_letters
from apps.kernel.log_lines import REQUEST_NUMBER, own_number, tell_request
from apps.kernel.models import AuditRecord, AuditTouch, StoredFile
from apps.kernel.packing import Entry, Names, file_entry, file_name, packed, text_entry
from apps.kernel.paper import pdf, pdf_answer
from apps.kernel.photo_paper import PhotoPage, cut_and_turned, dots_per_inch, photo_pdf
from apps.kernel.photos import untold
from apps.kernel.pictures import photograph, upright
from apps.kernel.plain_pages import not_there, not_understood, plain_refusal
from apps.kernel.problem_json import answer_problems, refused, server_error
from apps.kernel.refusals import Refused, not_found, refuse_problems
from apps.kernel.requests import Readable, actor_of, answer, readable
from apps.kernel.richtext import clean, formulas_written, may_embed, refused_embeds, words_in
from apps.kernel.sentences import sentence
from apps.kernel.spreadsheets import TableCell, TableRows, csv_of, spreadsheet
from apps.kernel.stamps import rows_stamp
from apps.kernel.texts import on_one_line, one_line, some_words, web_link
from apps.kernel.uploads import copied, existing_files, shown_in, store, with_own_files
from apps.kernel.verdicts import Allowed, Denied, Verdict, require
from apps.kernel.whole_files import can_keep, on_disk
from apps.kernel.writes import write
from apps.kernel.written import Written, plain, written

__all__ = [
    "REQUEST_NUMBER",
    "SYSTEM",
    "Actor",
    "Allowed",
    "AuditRecord",
    "AuditTouch",
    "Denied",
    "Entry",
    "File",
    "Lane",
    "Names",
    "PhotoPage",
    "Readable",
    "Refused",
    "StoredFile",
    "TableCell",
    "TableRows",
    "Thing",
    "Verdict",
    "Written",
    "actor_of",
    "answer",
    "answer_problems",
    "can_keep",
    "clean",
    "collect_files",
    "copied",
    "csv_of",
    "cut_and_turned",
    "dots_per_inch",
    "edition",
    "editions",
    "existing_files",
    "file_entry",
    "file_name",
    "file_out",
    "formulas_written",
    "keep_bytes",
    "may_embed",
    "not_found",
    "not_there",
    "not_understood",
    "now",
    "on_disk",
    "on_one_line",
    "one_line",
    "own_number",
    "packed",
    "pdf",
    "pdf_answer",
    "photo_pdf",
    "photograph",
    "plain",
    "plain_letters",
    "plain_refusal",
    "readable",
    "record",
    "refuse_problems",
    "refused",
    "refused_embeds",
    "require",
    "require_edition",
    "rows_stamp",
    "send_file",
    "sentence",
    "server_error",
    "shown_in",
    "some_words",
    "spreadsheet",
    "store",
    "tables",
    "tell_request",
    "text_entry",
    "together",
    "untold",
    "upright",
    "web_link",
    "with_own_files",
    "words_in",
    "write",
    "written",
]
