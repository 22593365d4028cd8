import { ChartShown, cut, SpokenLine, type Told } from '@kineta/core';
import { z } from 'zod';
import { outbox } from '../../clockwork/model.ts';
import type { Errand } from '../../clockwork/outbox.ts';
import type { Tables } from '../../database/rows.ts';
import type { Effect } from '../../house/effect.ts';
import type { House } from '../../house/house.ts';
import { type Post, Undeliverable } from '../post.ts';
import { replyAddresses } from '../reply-address.ts';

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
  /** It goes to the visitor, whose answer comes back into the conversation. */
  answers: z.literal(true).optional(),
});
export type MailOrder = z.infer<typeof MailOrder>;

/** After how many seconds an email is tried again; after the last it is given up. */
const AGAIN = [5, 30, 120, 600, 3_600];

/** Emails wait in the outbox until what ordered them is committed, each address by itself. */
export function sendEmail({ ports }: House): Effect<'email'> {
  return {
    acts: ['email'],
    async carryOut(acts, { conversation, speaker, transaction, order }) {
      const site = await ports.sites.originOf(conversation.workspace, conversation.site, transaction);
      for (const { step, subject, line, charts, to: all, toVisitor } of acts)
        for (const to of all)
          order(KIND, to, { step, to, subject, line, charts, speaker, site, ...(toVisitor ? { answers: true } : {}) });
    },
  };
}

/** How many emails one address is sent in a day: flows can be led to write to whoever a visitor names. */
const MOST_A_DAY = 20;

const sentTo = (tables: Tables, workspace: string, what: string): Promise<number> =>
  tables
    .in(workspace)
    .of(outbox)
    .count({ what, kind: KIND, settled: 'done', settledAt: { after: new Date(Date.now() - 86_400_000) } });

const cameBack = ({ step, to }: MailOrder, why: string): Told => ({
  event: 'told',
  step,
  outcome: 'failed',
  about: to,
  why,
});

/** Sends emails that wait, for about an hour, and tells the step when one comes back. */
export function mailErrand({ ports, tables, options }: House, post: Post): Errand {
  const addresses = replyAddresses(options);
  return {
    kind: KIND,
    slots: { all: 20, share: 8 },
    async run({ id, workspace, conversation, payload, tries }) {
      const mail = MailOrder.parse(payload);
      const { workspace: from } = await ports.directories.of(workspace);
      try {
        if (tries === 1 && (await sentTo(tables, workspace, mail.to)) >= MOST_A_DAY)
          throw new Undeliverable(`${MOST_A_DAY} emails went there today already, and no more are sent.`);
        await post.send(id, mail, from, mail.answers && addresses?.of({ workspace, conversation }));
        return { settled: 'done' };
      } catch (error) {
        const why = cut((error as Error).message, 400);
        const wait = AGAIN[tries - 1];
        if (!(error instanceof Undeliverable) && wait !== undefined) return { again: wait, why };
        return { settled: 'failed', why, tell: cameBack(mail, why) };
      }
    },
    gaveUp: (payload, why) => cameBack(MailOrder.parse(payload), why),
  };
}
