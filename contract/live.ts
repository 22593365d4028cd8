import { type AnswerBlock, FieldReply, Holder, type OfferedFlow, type Sound, type Who } from '@kineta/core';
import { z } from 'zod';
import { Email } from './account.ts';
import { type ConversationSummary, EntryBatch, type Reached } from './conversations.ts';
import type { SavedEdits } from './flows.ts';
import type { Notice } from './notices.ts';
import type { Problem } from './problem.ts';
import { ClientId, RowId } from './route.ts';
import type { Alert } from './tellings.ts';
import { LONGEST_TOKEN } from './visitor-sign-in.ts';

/** Live messages go over Socket.IO, in a namespace for each end. */
export const VISITOR_NAMESPACE = '/visitor';
export const STUDIO_NAMESPACE = '/studio';

/** The longest text that a visitor can send. */
export const LONGEST_REPLY = 4_000;

/** What a visitor’s browser keeps to be known again. The secret is theirs alone; the server keeps only its hash. */
export const VisitorPass = z.strictObject({ id: RowId, secret: z.string().min(20).max(100) });
export type VisitorPass = z.infer<typeof VisitorPass>;

/** Given when the socket connects: `boarding` is what the chat’s page was served with, for one site and a day. */
export const VisitorHandshake = z.object({
  boarding: z.string().max(500),
  visitor: VisitorPass.optional(),
  /** What a lead was given to try the chat with. */
  trial: z.string().max(300).optional(),
  /** Who the site says that the visitor is. */
  who: z.string().max(LONGEST_TOKEN).optional().catch(undefined),
});
export type VisitorHandshake = z.infer<typeof VisitorHandshake>;

export const Hello = z.strictObject({
  /** With what it hands over behind a hash. */
  page: z.string().max(8_000),
  /** What the browser tells of the visit. */
  device: z.enum(['phone', 'tablet', 'computer']).optional(),
  language: z.string().max(35).optional(),
  /** The address of the page that the visitor came from. */
  referrer: z.string().max(2_000).optional(),
  /** The number of the last entry that the browser has of this conversation. */
  conversation: RowId.optional(),
  after: z.int().min(0).optional(),
  /** The chat is out of sight: a conversation is gone on with, and none is begun. */
  goesOn: z.literal(true).optional(),
});
export type Hello = z.infer<typeof Hello>;

/** A question that is listed for visitors. */
export const OftenAsked = z.object({ id: RowId, question: z.string() });
export type OftenAsked = z.infer<typeof OftenAsked>;

/** The answer to one that is listed is asked for by its identity, or what there is by words. */
export const Reads = z.union([
  z.strictObject({ id: RowId }),
  z.strictObject({ text: z.string().trim().min(1).max(300) }),
  z.strictObject({ often: z.literal(true) }),
]);
export type Reads = z.infer<typeof Reads>;

/** What is read without a conversation, the nearest first. */
export type Readable = OftenAsked & { blocks: AnswerBlock[]; flows?: Array<Pick<OfferedFlow, 'label'>> };

export const Welcome = z.object({
  /** Present when the visitor is new to the server. */
  visitor: VisitorPass.optional(),
  conversation: RowId,
  holder: Holder,
  /** The flow that leads, or led last. */
  flow: RowId.nullable(),
  speaker: z.string(),
  business: z.string(),
  open: z.boolean(),
  /** Until when it is open (“17:30”), or when it is again (“on Monday at 08:30”); null when that is not in sight. */
  changes: z.string().nullable(),
  batch: EntryBatch,
  /** What is often asked, in its order; nothing where none is listed. */
  often: z.array(OftenAsked).optional(),
});
export type Welcome = z.infer<typeof Welcome>;

export const VisitorReply = z.strictObject({
  clientId: ClientId,
  text: z.string().max(LONGEST_REPLY, 'A message has at most 4,000 characters.'),
  /** The identity of what was picked; `choices` when several could be. */
  choice: z.string().max(60).optional(),
  choices: z.array(z.string().max(60)).max(30).optional(),
  /** The question that is answered. */
  step: z.string().max(60).optional(),
  /** The fields of a form, by their identities. */
  fields: z
    .record(z.string().max(60), FieldReply)
    .refine(fields => Object.keys(fields).length <= 20, 'A form has at most 20 fields.')
    .optional(),
  /** A file that was uploaded before, by its identity. */
  file: z.string().max(40).optional(),
  /** The answer of which this button was pressed, with the text standing on it. */
  buttonOf: RowId.optional(),
  /** The entry of the menu that was pressed, with the text standing there. */
  menu: z.string().max(40).optional(),
});
export type VisitorReply = z.infer<typeof VisitorReply>;

/** What the page’s own script says of its visitor, by the facts’ names. */
export const TellsFacts = z.strictObject({
  facts: z
    .record(z.string().max(60), z.unknown())
    .refine(facts => Object.keys(facts).length <= 50, 'A page tells at most 50 facts at once.')
    .refine(facts => JSON.stringify(facts).length <= LONGEST_REPLY, 'That is more than a page may tell.'),
});
export type TellsFacts = z.infer<typeof TellsFacts>;

/** How much of a conversation a visitor’s browser has, and whether that is before their eyes. */
export const Has = z.strictObject({ to: z.int().min(0), seen: z.boolean() });
export type Has = z.infer<typeof Has>;

export const TranscriptTo = z.strictObject({ email: Email });
export type TranscriptTo = z.infer<typeof TranscriptTo>;

/** Every call over a socket is answered with what was asked for, or with a problem. */
export type Answered<T> = ({ ok: true } & T) | { ok: false; problem: Problem };

export interface VisitorCalls {
  hello(hello: Hello, answer: (welcome: Answered<Welcome>) => void): void;
  reply(reply: VisitorReply, answer: (kept: Answered<{ number: number }>) => void): void;
  missed(request: { after: number }, answer: (batch: Answered<EntryBatch>) => void): void;
  typing(): void;
  /** The page around the chat says something of its visitor. */
  facts(told: TellsFacts, answer: (kept: Answered<object>) => void): void;
  /** What a person said is here, or before the visitor’s eyes. */
  has(has: Has): void;
  /** Sends what was said to an address of the visitor’s. */
  transcript(to: TranscriptTo, answer: (sent: Answered<object>) => void): void;
  /** Reads answers without asking in the conversation. */
  answers(reads: Reads, answer: (found: Answered<{ found: Readable[] }>) => void): void;
  /** Ends the conversation, and takes away all that is kept of the visitor. */
  erase(request: object, answer: (erased: Answered<{ conversations: number }>) => void): void;
}

/** What both ends are told of the connection itself. */
export interface ConnectionNews {
  /** News may not have come through for a while: what was missed has to be asked for. */
  behind(): void;
  /** This process stops: whoever is connected goes to another, each at some moment within so many milliseconds. */
  moving(to: { within: number }): void;
}

export interface VisitorNews extends ConnectionNews {
  /** `busy` says that the flow is about to say more. */
  entries(batch: EntryBatch & { holder: Holder; busy: boolean }): void;
  /** Somebody of the team is writing. */
  typing(who: { name: string }): void;
  /**
   * How it is now, as far as that is new: whether somebody is there, and until or from when; where the visitor stands in
   * line, 1 being next, and in how many minutes it may be their turn: 0 for longer than is told, null where that is not known.
   */
  now(is: Pick<Welcome, 'open' | 'changes'> | { place: number; minutes: number | null }): void;
}

export const Watch = z.strictObject({ conversation: RowId });

/** Alerts by their identities. */
export const Alerts = z.strictObject({ ids: z.array(RowId).max(50) });

/** For how many milliseconds a page may have heard nothing. */
export const CutOff = z.strictObject({ for: z.int().min(0) });

/** Where a member is in a draft; without a flow, in none any more. */
export const Whereabouts = z.strictObject({
  flow: RowId.optional(),
  writer: z.string().max(40),
  scene: z.string().max(60),
  step: z.string().max(60),
});
export type Whereabouts = z.infer<typeof Whereabouts>;

/** Somebody who has a draft open. */
export const Writer = z.object({ writer: z.string(), name: z.string(), scene: z.string(), step: z.string() });
export type Writer = z.infer<typeof Writer>;

export interface StudioCalls {
  /** From then on its entries are told; `number` is that of the last one that was there by then. */
  watch(
    request: { conversation: string },
    answer: (done: Answered<{ here: boolean; readers: Who[]; number: number }>) => void,
  ): void;
  unwatch(request: { conversation: string }): void;
  typing(request: { conversation: string }): void;
  /** A page of theirs is open, and for how many milliseconds they have done nothing. */
  here(said: { idle: number }): void;
  /** These were shown to them, in a page that they look at: nothing else need tell them. */
  alertsSeen(said: { ids: string[] }): void;
  /** Their page was cut off for so many milliseconds: what they were told of meanwhile, and still stands, is told again. */
  alertsMissed(said: { for: number }): void;
  /** Opens or leaves a draft, or moves in it: from then on its edits and writers are told. */
  writes(where: Whereabouts): void;
}

export interface StudioNews extends ConnectionNews {
  /** A conversation is new or has changed; `unread` in it counts for nobody in particular and is left at zero. */
  conversation(summary: ConversationSummary): void;
  /** Conversations are gone with all that was said in them, as their visitor asked. */
  erased(gone: { conversations: string[] }): void;
  entries(batch: EntryBatch): void;
  typing(who: { conversation: string; name: string | null }): void;
  /** Which members have the conversation open. */
  readers(here: { conversation: string; readers: Who[] }): void;
  /** Up to which entry the visitor’s browser has the conversation, and up to which they have seen it. */
  reached(reached: { conversation: string } & Reached): void;
  /** The visitor opened or left the chat. */
  presence(visitor: { conversation: string; here: boolean }): void;
  /** A flow, or somebody, has something to tell this workspace’s members. */
  notice(notice: Notice): void;
  /** Something that this member is told of, with the sound of it; null where it makes none now. */
  alert(alert: { alert: Alert; sound: Sound | null }): void;
  /** Of these nobody need be told any more. */
  alertsOver(over: { ids: string[] }): void;
  /** Somebody tries whether notices arrive. */
  testNotice(notice: { id: string; by: string }): void;
  /** Somebody saved edits of a draft that is open here. */
  edits(saved: SavedEdits & { flow: string }): void;
  /** A flow has another edition live, or meets other sites’ visitors: by somebody, or by its time. */
  published(flow: { flow: string }): void;
  /** Who has a draft open that is open here, and where they are in it. */
  writers(here: { flow: string; writers: Writer[] }): void;
}
