import type { FromOutside, OutsideName, Source } from '@kineta/core';
import type { SaidBefore, WorkspaceSettings } from '../../house/ports.ts';

/** What somebody asks whom it is asked for. */
export interface AskedOutside {
  text: string;
  /** What they asked before it, the last at the end. */
  before: readonly string[];
  /** What was said before it. */
  thread: () => Promise<readonly SaidBefore[]>;
  page: string | null;
  language: string | null;
  /** The articles that may be said, the one that answers it first; none where nothing is known. */
  sources: readonly Source[];
}

/** What is made of a text that was composed of sources; undefined while nobody can tell. */
export type Judge = (composed: {
  written: string;
  sources: readonly Source[];
  named: readonly string[];
  language: string;
}) => Promise<FromOutside | undefined>;

/** Who answers outside: what it is sent, and what is made of what it says. */
export interface OutsideKind {
  readonly name: OutsideName;
  /** Where it is, and how long it may take, in seconds; nothing where the workspace has none. */
  of(settings: WorkspaceSettings): { url: string; seconds: number } | null;
  /** Whether it is asked although nothing is known. */
  readonly answersAlone: boolean;
  body(asked: AskedOutside, settings: WorkspaceSettings): Promise<unknown>;
  /** @returns undefined of an answer in a shape that it does not have */
  read(
    answer: unknown,
    asked: AskedOutside,
    settings: WorkspaceSettings,
    judge: Judge,
  ): Promise<FromOutside | undefined>;
}
