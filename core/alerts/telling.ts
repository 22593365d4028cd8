import { z } from 'zod';
import { Condition } from '../facts/condition.ts';
import { Clock } from '../hours/span.ts';
import { Channel } from './channel.ts';
import { alertKinds } from './kinds/registry.ts';

/** What members are told of, by its code. */
export const AlertCode = z
  .string()
  .refine(code => alertKinds.some(({ alert }) => alert === code), 'This is not known here.');

/** Who is told: whom it concerns, everybody, who leads, a team, a member, or whoever reads an address. */
export const To = z.union([
  z.enum(['concerned', 'everyone', 'leads']),
  z.strictObject({ team: z.string().max(20) }),
  z.strictObject({ member: z.string().max(20) }),
  z.strictObject({ address: z.email('This is no email address.').max(254) }),
]);
export type To = z.infer<typeof To>;

/** A time of the day: not its end. */
const DayTime = Clock.refine(clock => clock !== '24:00', 'A time is written like 08:30.');

/** When an email goes: so many minutes later, if nobody has looked by then; or with all others of a day, once. */
export const Mailing = z.union([
  z.strictObject({ after: z.int().min(0).max(1_440, 'At most a day: 1440 minutes.') }),
  z.strictObject({ daily: DayTime }),
]);
export type Mailing = z.infer<typeof Mailing>;

/** Who is told of what, by which channels, and when. What several of these tell somebody is told once over each channel. */
export const Telling = z.strictObject({
  of: AlertCode,
  to: z.array(To).min(1, 'Somebody is to be told.').max(20),
  channels: z.array(Channel).max(3),
  mailing: Mailing,
  onlyIf: Condition.nullable(),
  /** What was said so far goes along with an email. */
  transcript: z.boolean(),
});
export type Telling = z.infer<typeof Telling>;

/** The sounds that one may choose from; none is silence. */
export const Sound = z.enum(['knock', 'two notes', 'drop', 'bell', 'none']);
export type Sound = z.infer<typeof Sound>;

/** When one is left in peace: from a time of the day to another, which may be the next day’s. */
export const Quiet = z
  .strictObject({ from: DayTime, to: DayTime, days: z.array(z.int().min(1).max(7)).min(1, 'On which days?').max(7) })
  .refine(({ from, to }) => from !== to, { path: ['to'], message: 'This ends when it begins.' });
export type Quiet = z.infer<typeof Quiet>;

/** What a member has otherwise than the workspace has it for all. */
export const OwnTellings = z.strictObject({
  /** By what it is of: channels that are added, or taken away, and its sound. */
  kinds: z.record(
    AlertCode,
    z.strictObject({ channels: z.partialRecord(Channel, z.boolean()), sound: Sound.nullable() }),
  ),
  quiet: Quiet.nullable(),
  /** When all emails of a day go together; each by itself where this is null. */
  digest: DayTime.nullable(),
});
export type OwnTellings = z.infer<typeof OwnTellings>;

/** What a member has who has said nothing. */
export const asForAll: OwnTellings = { kinds: {}, quiet: null, digest: null };

/** A telling to begin with. */
export const blankTelling = (of: string): Telling => ({
  of,
  to: ['concerned'],
  channels: ['sound', 'push'],
  mailing: { after: 5 },
  onlyIf: null,
  transcript: false,
});

/** Whom a new workspace tells of what: those who are needed. Of whoever only opens the chat each member may ask to hear. */
export const firstTellings: readonly Telling[] = [
  blankTelling('offered'),
  { ...blankTelling('wanted'), channels: ['sound', 'push', 'mail'] },
  { ...blankTelling('assigned'), channels: ['sound', 'push', 'mail'] },
  { ...blankTelling('wrote'), channels: ['sound', 'push', 'mail'] },
  blankTelling('came back'),
  { ...blankTelling('mentioned'), channels: ['sound', 'push', 'mail'], mailing: { after: 15 } },
  blankTelling('told'),
];
