import type { Shapes } from "@/api/client";

type Photo = Shapes["Photo"];
/** Percent of left, top, right and bottom. */
export type Cuts = [number, number, number, number];
export type Turn = Photo["turn"];
/** What has to stay of a page, in percent of its width and of its height. */
export const LEAST = 10;

const QUARTERS: Turn[] = [0, 90, 180, 270];
const quarters = (turn: Turn): number => turn / 90;

/** `cuts` are of the picture as it was taken; these are of it as it is shown: what was on the left comes to the top with
 * a quarter turn clockwise. */
export const shownCuts = (cuts: readonly number[], turn: Turn): Cuts =>
  [0, 1, 2, 3].map((edge) => cuts[(edge - quarters(turn) + 4) % 4] ?? 0) as Cuts;

export const takenCuts = (shown: readonly number[], turn: Turn): Cuts =>
  [0, 1, 2, 3].map((edge) => shown[(edge + quarters(turn)) % 4] ?? 0) as Cuts;

export const turnedOn = (turn: Turn): Turn => QUARTERS[(quarters(turn) + 1) % 4] ?? 0;

/** One edge moved: never so far that less than `LEAST` stays. */
export function moved(cuts: Cuts, edge: 0 | 1 | 2 | 3, to: number): Cuts {
  const most = 100 - LEAST - cuts[(edge + 2) % 4]!;
  return cuts.map((cut, at) => (at === edge ? Math.round(Math.min(most, Math.max(0, to))) : cut)) as Cuts;
}

/** Draws the picture as it goes into the PDF, or, `whole`, turned only; its longer side at most `side` pixels. */
export function draw(canvas: HTMLCanvasElement, picture: HTMLImageElement, how: How, side: number): void {
  const [left, top, right, bottom] = how.whole ? [0, 0, 0, 0] : (how.cuts as Cuts);
  const { naturalWidth: w, naturalHeight: h } = picture;
  const [x, y] = [(w * left) / 100, (h * top) / 100];
  const [kw, kh] = [(w * (100 - left - right)) / 100, (h * (100 - top - bottom)) / 100];
  const scale = Math.min(1, side / Math.max(kw, kh));
  const [dw, dh] = [kw * scale, kh * scale];
  const across = how.turn % 180 === 90;
  canvas.width = Math.round(across ? dh : dw);
  canvas.height = Math.round(across ? dw : dh);
  const paint = canvas.getContext("2d");
  if (!paint) return;
  paint.translate(canvas.width / 2, canvas.height / 2);
  paint.rotate((how.turn * Math.PI) / 180);
  paint.drawImage(picture, x, y, kw, kh, -dw / 2, -dh / 2, dw, dh);
}

interface How {
  turn: Turn;
  cuts: readonly number[];
  whole?: boolean;
}
