"""What is said of linked systems: to people, and to the systems in the answers of their calls."""

from django.utils.translation import gettext_lazy as _

SENTENCES = {
    "links.off": _("%(system)s is switched off in this course. Ask your teacher."),
    "links.not_deployed": _(
        "%(system)s is not put to use in this course. Ask your teacher, or whoever keeps the linked systems."
    ),
    "links.other_section": _(
        "%(system)s has you in %(theirs)s, and you are in %(ours)s here. Nothing was opened, so that no work lands in"
        " the wrong section."
    ),
    "links.other_person": _(
        "This was begun by somebody else, or before you signed in. Go back to the item and open it again."
    ),
    "links.hint": _("This was not begun here. Go back to the item in Unvo and open it again."),
    "links.hint_old": _("This took longer than ten minutes. Go back to the item in Unvo and open it again."),
    "links.client": _("No linked system goes by this client_id, or it is switched off."),
    "links.redirect": _("%(system)s asked for an answer at an address that it was not registered with."),
    "links.nonce": _("This nonce is missing, or was used already. Begin the launch again."),
    "links.replayed": _("This message was used already. Sign a new one with a number of its own."),
    "links.token": _(
        "This token can't be read as signed by the system that it names. Sign with RS256, and name a key of the set."
    ),
    "links.token_old": _("This token is too old, or says no end. Sign a new one for an hour at most."),
    "links.token_early": _("This token is not good yet, or says no beginning. Check the clock of the system."),
    "links.keys_away": _("The system's key set could not be fetched, so nothing that it signs can be believed."),
    "links.issuer": _("This message is not from the system that it was asked of."),
    "links.audience": _(
        "This message is for somebody else: name Unvo's issuer, or its token address, as the audience."
    ),
    "links.deployment": _("This message names a deployment that the system does not have here."),
    "links.message": _("This message is not what was asked for. A LtiDeepLinkingResponse of version 1.3.0 is."),
    "links.other_choice": _("This answer belongs to another choice of content. Begin again from the week."),
    "links.number": _("The assertion carries no number of its own (jti)."),
    "links.grant_type": _("Tokens are given for client_credentials only."),
    "links.assertion_type": _("The assertion is to be a JSON Web Token (RFC 7523)."),
    "links.no_token": _("Send a token that Unvo gave to this system, and that is not older than an hour."),
    "links.scope": _("The system was not given the scope that this asks for."),
    "links.pace": _("These are more calls than one system is answered in a minute. Try again in a moment."),
    "links.method": _("This address does not answer to that method."),
    "links.body": _("The body is to be one JSON object."),
    "links.body_large": _("The body is larger than anything that is kept here."),
    "links.timestamp": _("Give moments in ISO 8601 with their zone, as 2026-10-07T10:20:00-05:00."),
    "links.submitted_at": _("submission.submittedAt is to be a moment in ISO 8601 with its zone."),
    "links.activity": _("activityProgress is to be Initialized, Started, InProgress, Submitted or Completed."),
    "links.grading": _("gradingProgress is to be NotReady, Failed, Pending, PendingManual or FullyGraded."),
    "links.score_given": _("scoreGiven is to be a number from 0 to %(most)s."),
    "links.score_maximum": _("scoreMaximum is to be a number above 0, %(most)s at most."),
    "links.comment": _("The comment is to be a text of %(most)s characters at most."),
    "links.older": _("A score with this timestamp or a later one is held already."),
    "links.label": _("label is to be a text; resourceId and tag are texts of 256 characters at most."),
    "links.many_line_items": _("This system has made as many line items of its own as are kept for a course."),
    "links.on_the_path": _("This line item belongs to an item on the path; its teachers remove it there."),
    "links.registration_token": _(
        "This registration was used already, or is older than an hour. Begin it anew in Unvo."
    ),
    "links.no_tool_configuration": _("The registration carries no LTI tool configuration."),
    "links.flow": _("The registration is to name the response type id_token and the grant type implicit."),
    "links.auth_method": _("The registration is to name private_key_jwt for the token endpoint."),
    "links.no_redirect": _("Name at least one address to which the system wants its messages sent, and 20 at most."),
    "links.no_name": _("Give the system a name."),
    "links.no_keys": _("Give the address of the system's key set, or the key set itself."),
    "links.address": _(
        "%(address)s can't be an address of a linked system: it has to begin with https:// and name a host."
    ),
    "links.other_host": _("%(address)s is on another host than the addresses to which messages are sent."),
    "links.content_kind": _("This is no work that opens in the system, so it can't be placed."),
    "links.content_address": _("Its address is not on the system's own host, so it can't be opened signed on."),
    "links.made_up": _("A made-up student goes to no system. As yourself you can open it."),
    "links.nothing_asked": _("The system sent nothing along to ask about."),
    "links.ticket": _("What was to come along is too old, or not yours. Go back to the problem, and ask from there."),
    "links.by_administrators": _("Here only administrators link systems. Ask them for this one."),
    "links.no_module": _("The course has no week or module yet. Make one first."),
    "links.placed": _("What was picked here is placed already. Pick again for more."),
    "links.of_one_course": _("This system serves one course alone. Switch it off where it is not wanted any more."),
    "links.deployed": _("It is put to use there already, as deployment %(deployment)s."),
    "links.two_for_one": _("An item opens one piece of content. Choose another item for one of the two."),
    "links.not_picked": _("This was not among what came back from the system."),
    "links.nothing_chosen": _("Choose at least one of what was picked."),
    "links.no_score": _("There is no score of the system to settle."),
    "links.access_kind": _("Say whether there is no access, a trial, a paid one, or one by code."),
    "links.access_told": _(
        "access is to name a kind (none, trial, paid, code) and, for a trial, until when: a moment in ISO 8601."
    ),
    "links.access_day": _("This day is too far away to be meant. Check its year."),
    "links.trial_without_end": _("Say until when the trial runs."),
    "links.cannot_be_asked": _(
        "%(system)s sends its scores by itself and can't be asked for them. What it sends is here within a minute."
    ),
    "links.fetch.address": _("Its address can't be that of a linked system."),
    "links.fetch.private": _("Its address leads into a private network, where nothing is fetched from."),
    "links.fetch.away": _("Nothing answers at its address."),
    "links.fetch.slow": _("It took longer than eight seconds to answer."),
    "links.fetch.large": _("Its answer is larger than anything that is read."),
    "links.fetch.status": _("It answered with %(status)s."),
    "links.fetch.unreadable": _("Its answer can't be read."),
}
