"""What assignments say."""

from django.utils.translation import gettext_lazy as _

SENTENCES = {
    "hand_in.not_here": _("Nothing is handed in here: this work is done on paper or in the field."),
    "hand_in.no_text": _("This assignment takes files, not typed text."),
    "hand_in.no_files": _("This assignment takes typed text, not files."),
    "hand_in.no_photos": _("This assignment takes no photographs as pages. Add them as files, if it takes files."),
    "hand_in.no_link": _("This assignment takes no link."),
    "hand_in.recordings_only": _("%(name)s is no recording. This assignment takes recordings of sound or pictures."),
    "hand_in.too_many_photos": _("%(most)s pages are the most for one PDF. Take one out first."),
    "hand_in.photo_gone": _("That page is not in your draft any more."),
    "hand_in.all_cut": _("Page %(n)s would be cut off whole. Leave at least a tenth of it."),
    "hand_in.too_many_files": _("%(most)s files are the most for this assignment. Take one out first."),
    "hand_in.empty": _("There is nothing to hand in yet. Write something or add a file first."),
    "hand_in.no_attempt_left": _("All %(most)s attempts are used. Ask your instructor if you need another."),
    "hand_in.attempt_over": _(
        "Attempt %(attempt)s was handed in meanwhile, in another window or on another device. Nothing was added to it."
    ),
    "hand_in.changed_elsewhere": _(
        "This draft was changed in another window or on another device. Take what stands there, or keep yours."
    ),
    "hand_in.file_gone": _("That file is not in your draft any more."),
    "hand_in.not_yours": _("This file belongs to somebody else's hand-in."),
    "hand_in.template_only": _("This is the template as it came. Fill it in first; your text is kept."),
    "hand_in.not_yet": _("%(at)s is still to come. Choose the moment at which the work came."),
    "hand_in.has_score": _("This attempt has a score. Take that away first."),
    "hand_in.newer": _("Attempt %(attempt)s was handed in meanwhile. Look at it first."),
    "hand_in.given_back_already": _("This attempt was given back already. Look at what was said with it."),
    "hand_in.until_past": _("%(at)s is past. Choose a moment by which it can be done again."),
    "comment.too_many": _("%(most)s comments are the most for one attempt. Put several things into one."),
    "comment.not_yours": _("Somebody else wrote this comment. Only they can take it away."),
    "note.no_place": _("A note stands at a point of a page or at a second of a recording."),
    "note.too_many": _("%(most)s notes are the most for one hand-in. Put several things into one."),
    "brief.figures": _("An assignment takes 1 to 40 files of 1 to 50 MB, and 1 to 20 attempts."),
    "brief.nothing": _(
        "An assignment with hand-ins takes text, files, photographs, recordings or a link. For work on paper switch "
        "hand-ins off."
    ),
    "collection.full": _("%(most)s pieces are the most for one collection. Take one out first."),
    "receipt.none": _("There is no receipt with this number among yours. Check the number."),
}
