import type { Component, ComputedRef } from "vue";
import type { Kind } from "@/frame/kinds";
import AssignmentPart from "./assignment/AssignmentPart.vue";
import DiscussionPart from "./discussion/DiscussionPart.vue";
import TalkFacts from "./discussion/TalkFacts.vue";
import LinkPart from "./link/LinkPart.vue";
import TaughtLink from "./link/TaughtLink.vue";
import ReviewPart from "./review/ReviewPart.vue";
import TaughtReview from "./review/TaughtReview.vue";
import QuizPart from "./quiz/QuizPart.vue";
import TaughtQuiz from "./quiz/TaughtQuiz.vue";

/** What such a part puts into the foot of the page: the one thing to do with the item now. */
export interface OwnAction {
  label: string;
  run: () => unknown;
}
/** What it shows of itself to the page; a component's `defineExpose`. */
export interface OwnPart {
  action: ComputedRef<OwnAction | null> | OwnAction | null;
}

/** What an activity adds to an item's page for its students, by kind: a folder here for each. */
export const OWN_PARTS: Partial<Record<Kind, Component>> = {
  assignment: AssignmentPart,
  discussion: DiscussionPart,
  linked: LinkPart,
  quiz: QuizPart,
  review: ReviewPart,
};
/** What it adds for teachers too. */
export const TAUGHT_PARTS: Partial<Record<Kind, Component>> = {
  discussion: DiscussionPart,
  linked: TaughtLink,
  quiz: TaughtQuiz,
  review: TaughtReview,
};
/** What it has to say beside the item's facts. */
export const OWN_FACTS: Partial<Record<Kind, Component>> = { discussion: TalkFacts };
