import type { GivenFace } from '../loader/page-font.ts';

/** Puts on the faces of the page’s font that the page has given. What is no font is refused by the browser. */
export async function wearFaces(faces: readonly GivenFace[]): Promise<void> {
  for (const { family, weight, range, data } of faces)
    await new FontFace(family, data, { weight, unicodeRange: range })
      .load()
      .then(face => document.fonts.add(face))
      .catch(() => {});
}
