import type { BusinessKind } from '@kineta/contract';
import { blankArticle, type KeptArticle } from '@kineta/core';
import { atHome } from './at-home.ts';
import { practice } from './practice.ts';
import { school } from './school.ts';
import { shop } from './shop.ts';
import { software } from './software.ts';

/** A question that a kind of business is always asked, and how an answer may begin; what only the business knows is a gap, `[? …]`. */
export type Usual = readonly [question: string, answer: string];

const drafts = (usual: readonly Usual[]): KeptArticle[] =>
  usual.map(([question, answer]) => ({ ...blankArticle, question, answer, draft: true, listed: true }));

/** What kinds of business are always asked, as drafts: a lead writes each to its end and says yes before anybody is told it. */
export const proposed: Readonly<Record<BusinessKind, readonly KeptArticle[]>> = {
  'at home': drafts(atHome),
  shop: drafts(shop),
  software: drafts(software),
  practice: drafts(practice),
  school: drafts(school),
};
