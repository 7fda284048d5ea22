from typing import Annotated

from django.http import HttpResponse
from ninja import File, Router, UploadedFile

from apps.courses.public import Course, can_teach, course_by_slug
from apps.kernel.public import actor_of, answer, clean, file_out, not_found, now, require, write
from apps.layout.public import Uploaded, item_row, kind_of, person_layout
from apps.path.public import enter
from apps.people.public import SignedIn
from apps.talk import grading
from apps.talk.actions import drafts, moderate
from apps.talk.actions import write_post as posts
from apps.talk.actions.add_file import add_file
from apps.talk.api import own_schemas as own
from apps.talk.api import schemas as s
from apps.talk.facts import own_part
from apps.talk.models import Post, PostEdition
from apps.talk.own_posts import own_post
from apps.talk.page import Wish, news, rules_out, talk_page
from apps.talk.parts import part_out
from apps.talk.queries import discussion_of, post_row
from apps.talk.rooms import room_of

router = Router(tags=["talk"])
ITEM = "/courses/{slug}/items/{item_id}/talk"
POST = "/courses/{slug}/posts/{post_id}"


@router.get("/own-posts/{post_id}", response=own.OwnPostText)
def read_own_post(request: SignedIn, post_id: int) -> own.OwnPostText:
    """What one said, wherever it stands or stood."""
    return own.OwnPostText(html=own_post(request.user.pk, post_id))


@router.get(ITEM, response=s.TalkPage)
def read_talk(
    request: SignedIn,
    slug: str,
    item_id: int,
    view: s.View = "time",
    page: int | None = None,
    post: int | None = None,
    thread: int | None = None,
    group: int | None = None,
) -> HttpResponse:
    """`post`: the page on which it stands. `thread`: that one alone, whole."""
    course, reader = enter(request, slug)
    return answer(talk_page(course, item_id, reader, Wish(view, page, post, thread, group)))


@router.get(ITEM + "/news", response=s.TalkNews)
def read_talk_news(request: SignedIn, slug: str, item_id: int, newest: int = 0) -> HttpResponse:
    course, reader = enter(request, slug)
    return answer(news(course, item_id, reader, newest))


@router.post(ITEM + "/seen", response=s.TalkKept)
@write
def talk_seen(request: SignedIn, slug: str, item_id: int) -> s.TalkKept:
    drafts.note_visit(actor_of(request), course_by_slug(slug), item_id)
    return s.TalkKept(at=now())


@router.put(ITEM + "/draft", response=s.PostDraftKept)
@write
def save_post_draft(request: SignedIn, slug: str, item_id: int, payload: s.PostDraftIn) -> s.PostDraftKept:
    kept = drafts.save_draft(
        actor_of(request), course_by_slug(slug), item_id, payload.answers, payload.html, payload.edition
    )
    return s.PostDraftKept(edition=kept.edition if kept else 0, saved_at=kept.saved_at if kept else None)


@router.post(ITEM + "/files", response=Uploaded)
@write
def upload_post_file(request: SignedIn, slug: str, item_id: int, file: Annotated[UploadedFile, File()]) -> Uploaded:
    stored, shrunk = add_file(actor_of(request), course_by_slug(slug), item_id, file)
    return Uploaded(file=file_out(stored), at=now(), shrunk_from=list(shrunk) if shrunk else None)


@router.post(ITEM + "/posts", response=s.Posted)
@write
def new_post(request: SignedIn, slug: str, item_id: int, payload: s.PostIn) -> s.Posted:
    course = course_by_slug(slug)
    wish = posts.PostWish(payload.html, payload.answers, payload.group_id)
    return _posted(course, posts.write_post(actor_of(request), course, item_id, wish))


def _posted(course: Course, post: Post) -> s.Posted:
    laid = person_layout(course, post.author_id)
    item = laid.items.get(post.item_id)
    if item is None or post.author_id not in laid.sections:
        return s.Posted(id=post.pk, part=None)
    return s.Posted(id=post.pk, part=part_out(own_part(laid, item, post.author_id), item))


@router.put(POST, response=s.Posted)
@write
def edit_post(request: SignedIn, slug: str, post_id: int, payload: s.PostChangeIn) -> s.Posted:
    course = course_by_slug(slug)
    return _posted(course, posts.change_post(actor_of(request), course, post_id, payload.html, payload.edition))


@router.delete(POST, response=s.Posted)
@write
def delete_post(request: SignedIn, slug: str, post_id: int) -> s.Posted:
    course = course_by_slug(slug)
    return _posted(course, posts.take_back(actor_of(request), course, post_id))


@router.get(POST + "/editions", response=list[s.PostEditionOut])
def read_post_editions(request: SignedIn, slug: str, post_id: int) -> list[s.PostEditionOut]:
    """What stood there before; for whoever reads the post, and of what is gone for teachers and its author."""
    course, reader = enter(request, slug)
    post = post_row(course, post_id)
    posts.enter_discussion(actor_of(request), course, post.item_id, to_write=False)
    room = room_of(course, discussion_of(post.item_id), reader.member, reader.person_id)
    readable = Post.objects.filter(room.heard, pk=post_id).exists()
    if not readable or (post.gone_at and not reader.member.teaches and post.author_id != reader.person_id):
        raise not_found("post")
    rows = PostEdition.objects.filter(post=post).order_by("edition")
    return [s.PostEditionOut(edition=e.edition, html=clean(e.html), at=e.at) for e in rows]


@router.put(POST + "/hidden", response=s.TalkKept)
@write
def post_hidden(request: SignedIn, slug: str, post_id: int, payload: s.WithReason) -> s.TalkKept:
    moderate.hide_post(actor_of(request), course_by_slug(slug), post_id, payload.on, payload.why)
    return s.TalkKept(at=now())


@router.put(POST + "/closed", response=s.TalkKept)
@write
def thread_closed(request: SignedIn, slug: str, post_id: int, payload: s.WithReason) -> s.TalkKept:
    moderate.close_thread(actor_of(request), course_by_slug(slug), post_id, payload.on, payload.why)
    return s.TalkKept(at=now())


@router.put(POST + "/accepted", response=s.TalkKept)
@write
def answer_accepted(request: SignedIn, slug: str, post_id: int, payload: s.OnOff) -> s.TalkKept:
    moderate.accept_answer(actor_of(request), course_by_slug(slug), post_id, payload.on)
    return s.TalkKept(at=now())


@router.put(POST + "/same", response=s.TalkKept)
@write
def same_question(request: SignedIn, slug: str, post_id: int, payload: s.OnOff) -> s.TalkKept:
    moderate.mark_same(actor_of(request), course_by_slug(slug), post_id, payload.on)
    return s.TalkKept(at=now())


@router.post(POST + "/reports", response=s.TalkKept)
@write
def report_post(request: SignedIn, slug: str, post_id: int, payload: s.PostReportIn) -> s.TalkKept:
    moderate.report_post(actor_of(request), course_by_slug(slug), post_id, payload.why)
    return s.TalkKept(at=now())


@router.delete(POST + "/reports", response=s.TalkKept)
@write
def settle_post_report(request: SignedIn, slug: str, post_id: int) -> s.TalkKept:
    moderate.settle_report(actor_of(request), course_by_slug(slug), post_id)
    return s.TalkKept(at=now())


@router.get(ITEM + "/rules", response=s.DiscussionRules)
def read_talk_rules(request: SignedIn, slug: str, item_id: int) -> s.DiscussionRules:
    course, reader = enter(request, slug)
    require(can_teach(reader.member))
    if not kind_of(item_row(course, item_id).kind).talks:
        raise not_found("discussion")
    return rules_out(discussion_of(item_id), teaching=True)


@router.get(ITEM + "/class", response=s.TalkClass)
def read_talk_class(request: SignedIn, slug: str, item_id: int) -> HttpResponse:
    course, reader = enter(request, slug)
    require(can_teach(reader.member))
    return answer(grading.talk_class(course, item_id, reader.member, reader.now))


@router.put(ITEM + "/scores", response=s.TalkKept)
@write
def score_talk(request: SignedIn, slug: str, item_id: int, payload: s.TalkScoresIn) -> s.TalkKept:
    course, reader = enter(request, slug)
    require(can_teach(reader.member))
    grading.save_scores(actor_of(request), course, item_id, payload.scores)
    return s.TalkKept(at=now())
