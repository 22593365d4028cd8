import { type RuleCase, ruleRoutes, type TriedConversation } from '@kineta/contract';
import type { Rule } from '@kineta/core';
import { create } from 'zustand';
import { call, sentenceOf } from '../shell/api.ts';

/** So many pages of conversations are looked at: of two hundred each. */
const MOST_PAGES = 40;

/** A case with whose it is. */
export interface ToldCase extends RuleCase {
  conversation: string;
  visitor: string;
}

interface TrialState {
  /** The rule that is tried, as it was written then; undefined of all that are on. */
  rule: Rule | undefined;
  /** Its identity; null of one that is not kept yet, undefined where all are tried. */
  id: string | null | undefined;
  state: 'none' | 'trying' | 'done' | 'stopped';
  /** How many conversations were looked at, and on which days they began. */
  looked: number;
  days: Map<string, number>;
  cases: ToldCase[];
  mistake: string;
  try(written?: { id: string | null; rule: Rule }): Promise<void>;
}

const casesIn = ({ id, visitor, cases }: TriedConversation): ToldCase[] =>
  cases.map(one => ({ ...one, conversation: id, visitor }));

/** What rules would have done in the last 30 days: looked at page by page, the newest first, while one may look on. */
export const useTrial = create<TrialState>((set, get) => ({
  rule: undefined,
  id: undefined,
  state: 'none',
  looked: 0,
  days: new Map(),
  cases: [],
  mistake: '',
  async try(written) {
    const cases: ToldCase[] = [];
    const days = new Map<string, number>();
    const mine = { rule: written?.rule, id: written?.id };
    set({ ...mine, state: 'trying', looked: 0, days, cases, mistake: '' });
    const isMine = () => get().days === days;
    let before: string | undefined;
    let looked = 0;
    try {
      for (let page = 0; page < MOST_PAGES; page++) {
        const body = { ...(written ? { rule: written } : {}), ...(before === undefined ? {} : { before }) };
        const found = await call(ruleRoutes.try, { body });
        if (!isMine()) return;
        for (const { day, conversations } of found.days) {
          days.set(day, (days.get(day) ?? 0) + conversations);
          looked += conversations;
        }
        cases.push(...found.tried.flatMap(casesIn));
        set({ looked, cases: [...cases] });
        if (found.next === null) break;
        before = found.next;
      }
      set({ state: 'done' });
    } catch (error) {
      if (isMine()) set({ state: 'stopped', mistake: sentenceOf(error) });
    }
  },
}));
