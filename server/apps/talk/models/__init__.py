from apps.talk.models.discussion import Discussion
from apps.talk.models.post import Post, PostDraft, PostEdition, PostReport, SameQuestion
from apps.talk.models.visit import Visit

__all__ = ["Discussion", "Post", "PostDraft", "PostEdition", "PostReport", "SameQuestion", "Visit"]
