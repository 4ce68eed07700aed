import { expect, test } from "vitest";
import { base64Of, sizesFor } from "./shrink";

test("a photo is at first as large as a screen, then smaller, and never larger than it is", () => {
  expect(sizesFor(4000, 3000)[0]).toEqual([1600, 1200]);
  expect(sizesFor(3000, 4000)[0]).toEqual([1200, 1600]);
  expect(sizesFor(640, 480)[0]).toEqual([640, 480]);
  expect(sizesFor(5000, 1)[3]).toEqual([560, 1]);
  const across = sizesFor(4000, 3000).map(([width]) => width);
  expect(across).toEqual([...across].sort((a, b) => b - a));
});

test("what is in a blob goes whole into base64", async () => {
  const bytes = Uint8Array.from({ length: 70_000 }, (_, i) => i % 256);
  const back = Uint8Array.from(atob(await base64Of(new Blob([bytes]))), (each) => each.charCodeAt(0));
  expect(back).toEqual(bytes);
});
