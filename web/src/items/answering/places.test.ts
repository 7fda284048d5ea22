import { describe, expect, it } from "vitest";
import type { Shapes } from "@/api/client";
import { fitsInLine, marksIn } from "./places";

const asked = (name: string, asks: Shapes["AskedOut"]["asks"], several = false) =>
  ({ name, asks, several }) as Shapes["AskedOut"];

describe("places of answers in a text", () => {
  const fields = [asked("x", "number"), asked("y", "ordering"), asked("z", "text")];

  it("are numbered as the answers are, and only those that stand there", () => {
    expect(marksIn("<p>From [[x]] to [[ z ]], not [[w]].</p>", fields)).toEqual({ x: "(1)", z: "(3)" });
  });

  it("hold what fits into a line", () => {
    expect(fields.map(fitsInLine)).toEqual([true, false, true]);
    expect([fitsInLine(asked("c", "choice")), fitsInLine(asked("c", "choice", true))]).toEqual([true, false]);
  });
});
