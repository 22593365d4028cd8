import { KeptArticle } from '@kineta/core';
import { z } from 'zod';
import { PageAddress } from '../install.ts';
import { RowId, route } from '../route.ts';

/** What a document answers, beside what is known already. */
export const BroughtPart = z.object({
  /** The page that it is from, where several were read. */
  source: z.string().optional(),
  kind: z.enum(['pair', 'passage']),
  /** Empty of a passage; it is proposed by its heading then. */
  question: z.string(),
  answer: z.string(),
  heading: z.string(),
  /** Whether it is new, known with another answer, known as it is, like another, or from there before and there no more. */
  state: z.enum(['new', 'changed', 'same', 'like', 'gone']),
  /** The one that it is, or is like. */
  article: z.object({ id: RowId, question: z.string(), answer: z.string() }).nullable(),
});
export type BroughtPart = z.infer<typeof BroughtPart>;

/** So many parts of a document are told of. */
export const MOST_PARTS = 2_000;

/** What is taken in of what was found in a document. */
export const Taken = z.strictObject({
  source: z.string().trim().min(1).max(300),
  parts: z
    .array(
      z.strictObject({
        /** The answer that is written otherwise; a new one without. */
        id: RowId.nullable(),
        question: KeptArticle.shape.question,
        answer: KeptArticle.shape.answer.min(1, 'It needs an answer.'),
      }),
    )
    .max(MOST_PARTS),
  /** Those that are there no more, and are removed. */
  gone: z.array(RowId).max(MOST_PARTS).default([]),
});
export type Taken = z.output<typeof Taken>;

export const bringingRoutes = {
  read: route({
    method: 'POST',
    path: '/api/questions/documents',
    summary:
      'Read a document (HTML, Markdown, DOCX, PDF, CSV, text, FAQPage data) for what it answers; nothing is kept yet',
    access: 'lead',
    bodyType: 'application/octet-stream',
    most: 21_000,
    query: z.strictObject({ name: z.string().trim().min(1).max(300) }),
    reply: z.object({ parts: z.array(BroughtPart), left: z.int() }),
  }),
  readPage: route({
    method: 'POST',
    path: '/api/questions/read/page',
    summary: 'Read what a page of the sites answers, beside what is known; nothing is taken in by it',
    access: 'lead',
    body: z.strictObject({ address: PageAddress }),
    reply: z.object({ source: z.string(), parts: z.array(BroughtPart), left: z.int() }),
  }),
  take: route({
    method: 'POST',
    path: '/api/questions/taken',
    summary:
      'Take in what was found in a document and looked through: new answers, and others for those that are known',
    access: 'lead',
    most: 8_000,
    body: Taken,
    reply: z.object({ fresh: z.int(), changed: z.int(), gone: z.int() }),
  }),
};
