import type { z } from 'zod';
import type { Wanted } from '../../answers/wish.ts';
import type { Condition } from '../../facts/condition.ts';
import type { Fact, Facts, FactType, Value } from '../../facts/fact.ts';
import type { Knowledge } from '../../facts/knowledge.ts';
import type { Words } from '../../facts/words.ts';
import type { Direction } from '../../messages/direction.ts';
import type { OutsideName } from '../../questions/outside/outside.ts';
import type { Act } from '../acts/registry.ts';
import type { Finding } from '../checks/finding.ts';
import type { Reply, Told } from '../event.ts';
import type { Id } from '../id.ts';
import type { Line, SpokenLine } from '../line.ts';
import type { Session } from '../session.ts';
import type { ChartShown } from '../shown.ts';
import type { World } from '../world.ts';

/** Where playing goes on: a place in the compiled edition, or one of the ways to stop. */
export type Next = number;
/** Wait at this step for the visitor's answer. */
export const WAIT = -1;
/** The flow has ended. */
export const END = -2;
/** People have it now. */
export const HANDED_OVER = -3;
/** Wait at this step for its timer. */
export const PAUSED = -4;
/** Wait at this step for what it ordered of the host. */
export const AWAITS = -5;
/** Something was said, and the conversation stands where it stood. */
export const STAY = -6;

/** From what a question is answered: from all articles, as sure as anywhere and as they are written, where nothing else is said. */
export interface AnsweredFrom {
  /** Those with one of these tags alone. */
  tags?: readonly string[] | undefined;
  /** From how sure on, from 0 to 1. */
  sure?: number | undefined;
  /** Who outside words it, or answers. */
  outside?: OutsideName | undefined;
}

/** The state of one call of `play`, as steps see it. */
export interface Run {
  readonly world: World;
  /** Every known fact, the business's included. */
  readonly known: Facts;
  readonly acts: Act[];
  tries: number;
  doubt: { value: Value; probably: Value } | undefined;
  reminder: Session['reminder'];
  /** The step that says where who wants a person is led. */
  leads: Session['leads'];
  /** By which words somebody is wanted who is not fetched yet: something comes first, or was ordered of the host. */
  readonly wanted: Session['wanted'];
  /** Whom of the team people are fetched to first. */
  meantFor: Session['meantFor'];
  /** What who is fetched is to know, if anybody does. */
  skill: Session['skill'];
  /** While people are fetched and the flow goes on: by which step, and until when. */
  readonly fetching: Session['fetching'];
  /** Since when the visitor is in line for a person, in epoch milliseconds. */
  inLine: Session['inLine'];
  /** Fingerprints of what was mailed, by step. */
  mailed: Readonly<Record<Id, number>>;
  /** Steps to come back to, the innermost last. */
  readonly stack: Id[];
  /** Orders a timer; an earlier one is forgotten. */
  setTimer(step: Id, after: number): void;
  /**
   * From here on the flow goes on while people are fetched, and comes back to this step when it has run out; without a
   * step that is over.
   * @param until when nobody has come for too long, in epoch milliseconds
   */
  meanwhile(step: Id | undefined, until?: number): void;
  /** What was asked of articles before, the latest at the end. */
  asked: Session['asked'];
  /** How a step that answers questions goes. */
  answering: NonNullable<Session['answering']>;
  /** The words by which the visitor was led to where the play is, if it was by words. */
  ledBy: Reply | undefined;
  /** Fetches whoever is there of the team, as for who wants a person. */
  fetchSomebody(step: Id, why: Direction): Next;
  /** A number for an order, by which its answer is known. */
  nextTicket(): number;
  /** Where a scene of this flow begins; undefined where that is another flow’s name, or there is no such scene. */
  ownScene(flow: string, scene: Id): number | undefined;
  /** Tells the team something, by its code. */
  tell(step: Id | undefined, says: Direction): void;
  /** How a call of a service went, to be decided on later. */
  callWent(how: 'worked' | 'failed'): void;
  /** Comes to a scene. */
  enter(scene: Id, title: string): void;
  /** Keeps a value in a fact, and orders it to be remembered when the fact is the visitor's. */
  learn(step: Id, fact: string, value: Value): void;
}

export type { Reply, Told };

/** A step made ready to be played. */
export interface Player {
  /** The play comes to the step. */
  enter(run: Run): Next;
  /** The visitor answers the step that waits. */
  answer?(run: Run, reply: Reply): Next;
  /** The visitor wants to leave the question out. */
  skip?(run: Run): Next;
  /** Whether these words are among what the step offers, so that they are not taken for an order such as “back”. */
  offers?(text: string, world: World): boolean;
  /** Whether it has to be answered before a person who is wanted is fetched. */
  readonly comesFirst?: boolean;
  /** For a step that leads who wants a person: where to. */
  wanted?(run: Run): Next;
  /** What words answer of what is asked although they wish for something: the reply to go by, or nothing. */
  answers?(reply: Reply, wanted: Wanted, world: World): Reply | undefined;
  /**
   * What it makes of words that are typed: an answer; rather one, as what can be picked is named in them; perhaps one, as it takes
   * anything; none; or that they lead elsewhere, as is set. What may be a question besides may be answered aside.
   */
  makes?(
    reply: Reply,
    world: World,
  ): 'an answer' | 'rather an answer' | 'perhaps an answer' | 'no answer' | 'led elsewhere';
  /** For a step that answers questions: whether that is one, and from what it answers them. */
  isAsked?(reply: Reply, world: World): boolean;
  readonly answersFrom?: AnsweredFrom;
  /** Asks again what was asked, behind something else; as when it is come to, without this. */
  asksAgain?(run: Run): Next;
  /** The timer of the step is due. A reminder is at another step than the one that waits, and says WAIT to let it. */
  timer?(run: Run): Next;
  /** For a reminder: after how many milliseconds of silence it reminds of a question, if it still does. */
  due?(run: Run): number | undefined;
  /** For a step that hands over: nobody has come in its time; where the flow goes on, or WAIT to let them wait. */
  waitedLong?(run: Run): Next;
  /** What the step ordered and waited for has come, or has failed. */
  told?(run: Run, told: Told): Next;
  /** News of something that the step ordered and went on from; the conversation waits where it waits. */
  hears?(run: Run, told: Told): void;
}

/** What a step may use while it is made ready, once per edition. */
export interface Stage {
  /** The place of a scene's beginning, or of the step that follows when no scene is given. */
  way(scene: Id | undefined): Next;
  /** Makes a line ready to be spoken. */
  speak(line: Line): (run: Run) => SpokenLine;
  typeOf(fact: string): FactType;
  /** The chart of another step, made ready to be drawn; undefined when that step draws none. */
  drawing(step: Id): ((run: Run) => ChartShown | undefined) | undefined;
  /** The names that formulas may use. */
  readonly factNames: readonly string[];
}

/** One way out of a step: to a scene, or on to the next step when `scene` is absent. */
export interface Exit {
  scene?: Id | undefined;
  /** What the visitor did or what held, for labels: “Price a heat pump”, “otherwise”. */
  label?: string;
  /** The part of the step that holds this way, for findings and editors. */
  part?: string;
  /** Whether the play comes back to the next step when the scene has run out. */
  comesBack?: true;
  /** Whether it is taken later, by what the visitor does or leaves undone, and not when the play comes by. */
  later?: true;
}

/** What the sentences and checks of a step may know of the flow around it. */
export interface Surroundings {
  sceneTitle(id: Id): string;
  readonly facts: readonly Fact[];
  /** The teams of the workspace, when they are known. */
  readonly teams: readonly string[] | undefined;
  /** The names of the members, when they are known. */
  readonly members: readonly string[] | undefined;
  /** The names of the other flows of the workspace, when they are known. */
  readonly flows: readonly string[] | undefined;
  /** What members know best, when it is known. */
  readonly skills: readonly string[] | undefined;
  /** The references of the things for sale, when they are known. */
  readonly products: readonly string[] | undefined;
  /** Whether a step draws a chart. */
  draws(step: Id): boolean;
}

/** What a kind reports of a step of its own; the place is added by the checks. */
export type StepFinding = Omit<Finding, 'place'> & { part?: string };

/**
 * All that the core knows of one kind of step. Play, checks, paths and sentences walk the registry of kinds and know
 * none by name.
 */
export interface StepKind<S extends { id: Id; kind: string }> {
  readonly kind: S['kind'];
  /** One line for the menu of kinds. */
  readonly purpose: string;
  readonly schema: z.ZodType<S>;
  /** A new step of this kind, to be filled in. */
  blank(id: Id): S;
  /** The step as an English sentence that mentions every fact and scene it uses. */
  words(step: S, around: Surroundings): Words;
  /** Every way out. None at all means that the flow stops here. */
  exits(step: S): Exit[];
  /** Where the flow may let go of the visitor at this step, in a few words: “Ends: lead”, “To Sales”. */
  ending?(step: S): string;
  /** Whether the play stops here until the visitor, or a person, acts. */
  waits(step: S): boolean;
  reads(step: S, facts: readonly Fact[]): string[];
  sets(step: S): string[];
  /** The facts without which it does badly: what it reads, unless the kind copes. */
  needs?(step: S, facts: readonly Fact[]): string[];
  /**
   * What is known behind a way out, when `before` was in front of the step; null when that way is never taken. Without
   * it, what the step sets is known.
   */
  after?(step: S, exit: Exit, before: Knowledge): Knowledge | null;
  /** Mistakes inside the step itself, found without looking at the ways between steps. */
  check(step: S, around: Surroundings): StepFinding[];
  play(step: S, stage: Stage): Player;

  // What the checks and the studio ask of kinds beside that; a kind that says nothing is meant to be none of it.

  /** Whether it has a line of its own, to be written first. */
  readonly hasLine?: true;
  /** Whether it asks the visitor for something. */
  readonly asks?: true;
  /** Whether the flow goes on elsewhere where it has no way out. */
  readonly goesOn?: true;
  /** Whether there is nothing in it yet, so that another kind may take its place. */
  isBlank?(step: S): boolean;
  /** The things for sale that it shows, by their references. */
  products?(step: S): string[];
  /** The teams that it names. */
  teams?(step: S): string[];
  /** The scene to which it leads who wants a person, who has to be fetched there. */
  fetches?(step: S): Id;
  /** What the visitor reads of it in the chat: its line, and what can be picked. */
  reading?(step: S): { line: Line; picks?: ReadonlyArray<{ id: Id; label: string }> };
  /** What can be picked of which nothing is kept afterwards. */
  unkept?(step: S): ReadonlyArray<{ id: Id; label: string; to?: Id | undefined }>;
  /** What is answered at it, as long as no fact keeps that: in which words it is asked, and the step that keeps it. */
  keeping?(step: S): { question: string; type: FactType; keptIn(fact: string): S } | undefined;
  /** What is kept of the first of its answers that can be picked. */
  firstAnswer?(step: S): Value | undefined;
  /** Its ways that are taken under conditions, tried in order; and the step without one of them, if it can be. */
  decisions?(step: S): ReadonlyArray<{ part: string; when: Condition; without?: S | undefined }>;
  /** The way on which the visitor hears that nobody is there, what is then said, and for whom. */
  turnsAway?(step: S): { part: string; who: string; line: Line; to?: Id | undefined };
  /** What it sends to a visitor who may not have agreed to that; the consent that is needed, and the step as asked for. */
  unasked?(step: S): { consent: string; asked: S } | undefined;
  /** The chart that it draws. */
  drawing?(step: S, stage: Stage): (run: Run) => ChartShown | undefined;
  /** What must have come of its order, for these facts to have been learnt from it. */
  resultFor?(step: S, learnt: ReadonlyMap<string, unknown>): unknown;
}

/** Ways to a scene, as the end of a sentence: “go to Welcome”, or “carry on”. */
export function wayWords(scene: Id | undefined, around: Surroundings): Words {
  return scene === undefined
    ? [{ text: 'carry on' }]
    : [{ text: 'go to ' }, { scene, title: around.sceneTitle(scene) }];
}
