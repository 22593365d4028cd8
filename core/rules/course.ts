import { z } from 'zod';
import type { Move } from './move.ts';

/** How far a rule has come with a conversation. */
const Standing = z.object({
  /** The kind of beginnings that it waits by: one that was written otherwise since waits anew. */
  when: z.string().optional(),
  /** Since when what it waits for is so (epoch milliseconds; a closing time may be to come); null while it is not. */
  since: z.number().nullable(),
  /** The part that is done next, and when the one before it was. */
  part: z.number(),
  partAt: z.number().nullable(),
  /** How often it has begun to act here. */
  times: z.number(),
  /** Not looked at again before then, as something was under way. */
  again: z.number().optional(),
});
export type Standing = z.infer<typeof Standing>;

const instant = z.number().nullable();

/**
 * How a conversation has gone so far, as rules see it: a few instants (epoch milliseconds), worked out move by move, so that
 * nobody has to read its log for it. Small JSON, written with every event.
 */
export const Course = z.object({
  with: z.enum(['flow', 'waiting', 'agent', 'done']),
  /** Since when it waits for a person, and for which team, by its name. */
  wanted: instant,
  team: z.string().nullable(),
  /** Since when who has it has it. */
  had: instant,
  /** When the visitor last did something. */
  wrote: instant,
  /** Since when a word of the visitor’s is unanswered by people who are to answer. */
  open: instant,
  /** When a person last wrote, since it was last handed back. */
  person: instant,
  /** When anybody but a rule last said or did something, and whether that was said to the visitor. */
  quiet: instant,
  answered: z.boolean(),
  /** When the visitor was last told how it is with people. */
  told: instant,
  /** When it was closed, and by whom. */
  over: z.object({ at: z.number(), by: z.enum(['flow', 'person', 'rule']) }).nullable(),
  /** Whether the visitor was asked how it went, and what came of it. */
  rating: z.enum(['asked', 'given', 'over']).nullable(),
  tags: z.array(z.string()),
  urgent: z.boolean(),
  /** How often rules have spoken since the visitor last did something, and acted in all. */
  alone: z.number(),
  ran: z.number(),
  /** By the rule’s identity. */
  rules: z.record(z.string(), Standing),
});
export type Course = z.infer<typeof Course>;

/** A conversation of which nothing has happened yet. */
export const freshCourse: Course = {
  with: 'flow',
  wanted: null,
  team: null,
  had: null,
  wrote: null,
  open: null,
  person: null,
  quiet: null,
  answered: false,
  told: null,
  over: null,
  rating: null,
  tags: [],
  urgent: false,
  alone: 0,
  ran: 0,
  rules: {},
};

const waits = (course: Course, at: number): Partial<Course> => ({
  with: 'waiting',
  wanted: course.with === 'waiting' && course.wanted !== null ? course.wanted : at,
  open: course.open ?? at,
  had: null,
  over: null,
});

/** What a move changes. */
function changed(course: Course, move: Move, at: number): Partial<Course> {
  switch (move.move) {
    case 'opened':
      return { quiet: at };
    case 'visitor': {
      const acts = { wrote: at, quiet: at, answered: false, alone: 0 };
      // What people closed waits for one when its visitor writes again; what a flow or a rule did is gone on with.
      if (course.with === 'done')
        return course.over?.by === 'person' ? { ...waits(course, at), ...acts } : { ...acts, with: 'flow', over: null };
      return { ...acts, ...(course.with === 'flow' ? {} : { open: course.open ?? at }) };
    }
    case 'flow':
      return { quiet: at, answered: true };
    case 'rule':
      return { alone: course.alone + 1 };
    case 'person':
      return { person: at, open: null, quiet: at, answered: true };
    case 'told':
      return { told: at };
    case 'wanted':
      return { ...waits(course, at), team: move.team };
    case 'has':
      if (move.member === null)
        return { ...waits(course, at), ...(move.team === undefined ? {} : { team: move.team }) };
      return { with: 'agent', wanted: null, had: at, over: null };
    case 'led':
      return { with: 'flow', wanted: null, had: null, open: null, person: null, over: null };
    case 'over':
      return { with: 'done', wanted: null, had: null, open: null, over: { at, by: move.by } };
    case 'tagged': {
      const others = course.tags.filter(tag => tag !== move.tag);
      return { tags: move.off ? others : [...others, move.tag] };
    }
    case 'rating':
      return { rating: move.is };
    case 'raised':
      return { urgent: move.urgent };
    case 'learnt':
      return {};
    case 'ran': {
      const { since, part } = move;
      const before = course.rules[move.rule];
      const times = (before?.times ?? 0) + (part === 0 ? 1 : 0);
      // What has begun anew meanwhile goes on from there.
      const standing =
        before && before.since !== null && before.since !== since
          ? { ...before, times }
          : { ...(before?.when === undefined ? {} : { when: before.when }), since, part: part + 1, partAt: at, times };
      return { ran: course.ran + 1, rules: { ...course.rules, [move.rule]: standing } };
    }
  }
}

/** A conversation’s course after a move at an instant. */
export function followed(course: Course, move: Move, at: number): Course {
  return { ...course, ...changed(course, move, at) };
}
