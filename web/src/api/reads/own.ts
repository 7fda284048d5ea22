import { readSessions } from "../account";
import { client, told, type Shapes } from "../client";
import { begunFor } from "../uploads";
import { read, type Get } from "./read";

/** What is one's own, over all courses. */
export const own = {
  me: () => read(["me"], () => told(client.GET("/api/me"))),
  shelf: () => read(["shelf"], () => told(client.GET("/api/courses"))),
  /** What a new course can be made of. */
  beginnings: () => read(["beginnings"], () => told(client.GET("/api/new-course"))),
  /** The weeks and modules that a course with these dates would have. */
  newPlan: (wish: Get<Shapes["NewTimesIn"]>) =>
    read(["beginnings", "plan", wish], () => told(client.POST("/api/new-course/preview", { body: wish() }))),
  /** What a class code lets into. */
  code: (code: Get<string>) =>
    read(["code", code], () => told(client.GET("/api/join/{code}", { params: { path: { code: code() } } }))),
  today: () => read(["today"], () => told(client.GET("/api/today"))),
  desk: () => read(["desk"], () => told(client.GET("/api/desk"))),
  /** Who falls behind, asked for apart: it looks at every student's path. */
  behind: () => read(["desk", "behind"], () => told(client.GET("/api/desk/behind"))),
  /** Where one is signed in. */
  sessions: () => read(["sessions"], readSessions),
  feeds: () => read(["feeds"], () => told(client.GET("/api/calendar-feeds"))),
  notices: () => read(["notices"], () => told(client.GET("/api/notices"))),
  noticeChoices: () => read(["notice-choices"], () => told(client.GET("/api/notices/choices"))),
  workText: (number: Get<string>) =>
    read(["own-work", "text", number], () =>
      told(client.GET("/api/own-work/{number}/text", { params: { path: { number: number() } } })),
    ),
  /** What has come of large files for an address. */
  begun: (address: Get<string>) => read(["uploads", address], () => begunFor(address())),
  work: () => read(["own-work"], () => told(client.GET("/api/own-work"))),
  collection: () => read(["own-work", "collection"], () => told(client.GET("/api/own-collection"))),
  postText: (id: Get<number>) =>
    read(["own-work", "post", id], () =>
      told(client.GET("/api/own-posts/{post_id}", { params: { path: { post_id: id() } } })),
    ),
  outbox: () => read(["outbox"], () => told(client.GET("/api/outbox"))),
  quizReceipt: (number: Get<string>) =>
    read(["quiz-receipt", number], () =>
      told(client.GET("/api/quiz-receipts/{number}", { params: { path: { number: number() } } })),
    ),
  receipt: (number: Get<string>) =>
    read(["receipt", number], () =>
      told(client.GET("/api/receipts/{number}", { params: { path: { number: number() } } })),
    ),
};

/** What is the same for everybody. */
export const general = {
  kinds: () => read(["kinds"], () => told(client.GET("/api/kinds"))),
  holidayPlaces: () => read(["holiday-places"], () => told(client.GET("/api/holidays"))),
  invitation: (secret: Get<string>) =>
    read(["invitation", secret], () =>
      told(client.GET("/api/invitations/{secret}", { params: { path: { secret: secret() } } })),
    ),
  demoPeople: () => read(["demo-people"], () => told(client.GET("/api/sign-in/demo-people"))),
};
