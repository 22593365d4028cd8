import { z } from 'zod';
import type { AlertKind } from './kind.ts';

const Notice = z.object({ team: z.string().nullable(), text: z.string(), leads: z.boolean().optional() });
const Note = z.object({ text: z.string(), mentions: z.array(z.string()).optional() });

/** A flow or a rule tells members something. */
export const told: AlertKind = {
  alert: 'told',
  calledBy: {
    notified(said) {
      const { data } = Notice.safeParse(said);
      return data && { team: data.team, leads: data.leads };
    },
  },
  text: said => Notice.safeParse(said).data?.text ?? '',
};

/** A note mentions somebody. */
export const mentioned: AlertKind = {
  alert: 'mentioned',
  calledBy: {
    note(said) {
      const mentions = Note.safeParse(said).data?.mentions ?? [];
      return mentions.length > 0 ? { members: mentions } : undefined;
    },
  },
  text: said => Note.safeParse(said).data?.text ?? '',
};
