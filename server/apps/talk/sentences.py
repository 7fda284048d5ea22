"""What discussions say."""

from django.utils.translation import gettext_lazy as _

SENTENCES = {
    "post.no_group": _(
        "This discussion goes on in groups, and you are in none of them. Ask your instructor to put you into one."
    ),
    "post.which_group": _("This discussion goes on in groups. Choose in which one to write."),
    "post.gone": _("What you answer was taken away meanwhile. What you wrote is kept as a draft."),
    "post.closed": _("This conversation was closed by %(who)s: %(why)s What you wrote is kept as a draft."),
    "post.not_yours": _("Only who wrote a post changes it or takes it back."),
    "post.changed_elsewhere": _(
        "You changed this post in another window or on another device. Look at both, then save again."
    ),
    "post.draft_elsewhere": _(
        "This draft was changed in another window or on another device. Take what stands there, or keep yours."
    ),
    "post.own_question": _("That is your own question."),
    "post.own_report": _("That is your own post; you can take it back."),
    "post.no_answer": _("Only a reply in an open question can be its answer."),
    "post.no_clip": _("%(name)s is neither a picture nor a recording that plays here."),
    "discussion.sort": _("A discussion asks its readers for a choice that is not there. Load the page again."),
    "discussion.template": _("A reflection has up to %(most)s headings."),
    "discussion.with_posts": _(
        "People have written here already. Who reads it can't be widened any more: they wrote for those who read it"
        " now."
    ),
}
