/** Faces that come with Kineta, each drawn in the widget’s `faces/`. */
export const drawnFaces = ['lamp', 'fern', 'bird', 'hill', 'cup', 'kite', 'boat', 'moon'] as const;

/** What a launcher may show beside its words: the strokes of each in a square of 16. */
export const glyphStrokes = {
  lines: 'M2 3h11M2 8h7M2 13h9',
  spark: 'M8 1.5v4M8 10.5v4M1.5 8h4M10.5 8h4M4 4l1.6 1.6M10.4 10.4 12 12M12 4l-1.6 1.6M5.6 10.4 4 12',
  pen: 'M2.5 13.5 3.4 10 10.8 2.6a1.4 1.4 0 0 1 2 0l.6.6a1.4 1.4 0 0 1 0 2L6 12.6zM9.4 4l2.6 2.6',
  bell: 'M3.2 11.5h9.6c-1-1.1-1.3-2-1.3-4.3a3.5 3.5 0 0 0-7 0c0 2.3-.3 3.2-1.3 4.3M6.7 13.6a1.5 1.5 0 0 0 2.6 0',
  hand: 'M5 8.5V4.2a1.1 1.1 0 0 1 2.2 0V7M7.2 7V3a1.1 1.1 0 0 1 2.2 0v4M9.4 7V4.2a1.1 1.1 0 0 1 2.2 0V10c0 2.6-1.5 4-3.8 4-1.8 0-2.9-.7-3.7-2.2L2.6 9.2a1 1 0 0 1 1.7-1L5 9.2',
} as const;
export type LauncherGlyph = keyof typeof glyphStrokes;
export const launcherGlyphs = Object.keys(glyphStrokes) as [LauncherGlyph, ...LauncherGlyph[]];
