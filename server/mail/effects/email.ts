import { ChartShown, SpokenLine } from '@kineta/core';
import { z } from 'zod';
import type { Errand } from '../../clockwork/outbox.ts';
import type { Effect } from '../../house/effect.ts';
import type { House } from '../../house/house.ts';
import { type Post, Undeliverable } from '../post.ts';

const KIND = 'mail';

/** An email in the outbox, to one address. */
export const MailOrder = z.object({
  step: z.string(),
  to: z.string(),
  subject: z.string(),
  line: SpokenLine,
  charts: z.array(ChartShown),
  speaker: z.string(),
  /** The origin that links of the site lead to. */
  site: z.string(),
});
export type MailOrder = z.infer<typeof MailOrder>;

/** After how many seconds an email is tried again; after the last it is given up. */
const AGAIN = [5, 30, 120, 600, 3_600];

/** Emails wait in the outbox until what ordered them is committed, each address by itself. */
export function sendEmail({ ports }: House): Effect<'email'> {
  return {
    acts: ['email'],
    async carryOut(acts, { conversation, edition, transaction, order }) {
      const site = await ports.sites.originOf(conversation.workspace, conversation.site, transaction);
      for (const { step, subject, line, charts, to: all } of acts)
        for (const to of all) order(KIND, { step, to, subject, line, charts, speaker: edition.speaker, site });
    },
  };
}

/** Sends emails that wait, for about an hour, and tells the step when one comes back. */
export function mailErrand({ ports }: House, post: Post): Errand {
  return {
    kind: KIND,
    async run({ id, workspace, payload, tries }) {
      const mail = MailOrder.parse(payload);
      const { workspace: from } = await ports.directories.of(workspace);
      try {
        await post.send(id, mail, from);
        return { settled: 'done' };
      } catch (error) {
        const why = (error as Error).message.slice(0, 400);
        const wait = AGAIN[tries - 1];
        if (!(error instanceof Undeliverable) && wait !== undefined) return { again: wait, why };
        const { step, to } = mail;
        return { settled: 'failed', why, tell: { event: 'told', step, outcome: 'failed', about: to, why } };
      }
    },
  };
}
