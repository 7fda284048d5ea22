"""What upper apps may use of talk."""

from apps.talk.actions.set_discussion import DiscussionWish, copy_discussions, set_discussion
from apps.talk.api.own_schemas import OwnTalk
from apps.talk.api.schemas import DiscussionRules, Sort
from apps.talk.files import can_read_post_file
from apps.talk.overview import Heard, PostHit, heard_of, posts_found
from apps.talk.own_posts import own_talks, talk_entries
from apps.talk.queries import files_in_posts
from apps.talk.waiting import talk_of_class, talk_waiting

__all__ = [
    "DiscussionRules",
    "DiscussionWish",
    "Heard",
    "OwnTalk",
    "PostHit",
    "Sort",
    "can_read_post_file",
    "copy_discussions",
    "files_in_posts",
    "heard_of",
    "own_talks",
    "posts_found",
    "set_discussion",
    "talk_entries",
    "talk_of_class",
    "talk_waiting",
]
