/** Makes photos small enough to be kept: no larger than a screen, and no more than the server takes. */

const MOST_BYTES = 300_000;
const LONGEST = 1600;
const QUALITIES = [0.85, 0.7, 0.55, 0.4];

/** Sizes to try one after another, the largest first, for a picture of so many pixels. */
export function sizesFor(width: number, height: number): [number, number][] {
  const first = Math.min(1, LONGEST / Math.max(width, height));
  return [1, 0.75, 0.5, 0.35].map((share) => [
    Math.max(1, Math.round(width * first * share)),
    Math.max(1, Math.round(height * first * share)),
  ]);
}

/** A picture as a JPEG of at most 300 kB, upright, without what a camera writes beside it; null where it cannot be read. */
export async function shrunk(file: Blob): Promise<Blob | null> {
  const picture = await createImageBitmap(file, { imageOrientation: "from-image" }).catch(() => null);
  if (!picture) return null;
  const canvas = document.createElement("canvas");
  for (const [width, height] of sizesFor(picture.width, picture.height)) {
    canvas.width = width;
    canvas.height = height;
    const painting = canvas.getContext("2d");
    if (!painting) return null;
    // What can be seen through is white on a photo.
    painting.fillStyle = "#fff";
    painting.fillRect(0, 0, width, height);
    painting.drawImage(picture, 0, 0, width, height);
    for (const quality of QUALITIES) {
      const made = await new Promise<Blob | null>((done) => canvas.toBlob(done, "image/jpeg", quality));
      if (made && made.size <= MOST_BYTES) return made;
    }
  }
  return null;
}

/** What is in a blob, as base64. */
export async function base64Of(blob: Blob): Promise<string> {
  const bytes = new Uint8Array(await blob.arrayBuffer());
  let text = "";
  for (let i = 0; i < bytes.length; i += 0x8000)
    text += String.fromCharCode(...bytes.subarray(i, i + 0x8000));
  return btoa(text);
}
