import type { Station, Way } from '@kineta/core';

export const WIDTH = 172;
const HEAD = 54;
export const LINE = 18;

/** How high a station is: its head, and a line for each ending. */
export function heightOf({ endings, deadEnd }: Station): number {
  return HEAD + (endings.length + (deadEnd ? 1 : 0)) * LINE;
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
