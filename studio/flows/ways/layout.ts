import type { Station, Way } from '@kineta/core';

const [NARROWEST, WIDEST] = [122, 180];
const HEAD = 54;
export const LINE = 18;

/** What is said of how a station ends, below its title. */
export const endingsOf = ({ endings, deadEnd }: Station): string[] => [...endings, ...(deadEnd ? ['Dead end'] : [])];

/** How wide a station is: as wide as its words, so that the more of the flow can be read at once. */
export function widthOf(station: Station): number {
  // Letters of the fonts that the drawing is set in are this wide on average.
  const words = [station.title.length * 8.3, ...endingsOf(station).map(line => line.length * 6.5)];
  return Math.min(WIDEST, Math.max(NARROWEST, Math.ceil(28 + Math.max(...words))));
}

/** How high a station is: its head, and a line for each ending. */
export function heightOf(station: Station): number {
  return HEAD + endingsOf(station).length * LINE;
}

/** Where everything stands, from left to right. */
export interface Layout {
  width: number;
  height: number;
  stations: Record<string, { x: number; y: number }>;
  /** The points of each way, as it runs. */
  ways: Record<string, Array<{ x: number; y: number }>>;
}

export const wayName = ({ from, to }: Pick<Way, 'from' | 'to'>): string => `${from} ${to}`;
