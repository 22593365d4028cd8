import type { Fact } from '../../facts/fact.ts';
import { givenFacts, isTeamFact, teamOf } from '../../facts/given.ts';
import { personPartOf } from '../../facts/person.ts';
import { changeFact, insertStep, removeScene } from '../changes.ts';
import type { Flow } from '../format.ts';
import { mentionsOf } from '../mentions.ts';
import type { Surroundings } from '../steps/kind.ts';
import { kindOf, type Step, usualKinds } from '../steps/registry.ts';
import { MOST_IN_FLOW, MOST_WORK, workIn } from '../work.ts';
import { decidedBefore, ranges } from './decisions.ts';
import { unsetFacts } from './facts.ts';
import { nobodyFetched } from './fetching.ts';
import type { Finding } from './finding.ts';
import { endlessLoops, graph, maybeSet, reachable } from './graph.ts';
import {
  askedTwice,
  badLinks,
  closedWithoutWayOut,
  longWordings,
  mailWithoutConsent,
  samePlace,
  unreachableSteps,
} from './manners.ts';
import { countPaths, knowledgeAt } from './paths.ts';
import { atFirst, type Sight } from './sight.ts';
import { overworked } from './work.ts';

/** What the checks may know of the workspace. What is not known is not checked. */
export interface Workplace {
  teams?: readonly string[];
  /** The names of its members. */
  members?: readonly string[];
  /** What they know best. */
  skills?: readonly string[];
  /** The names of the flows that another can go on with. */
  flows?: readonly string[];
  /** The facts about the business that the workspace has. */
  facts?: readonly Fact[];
  /** The references of its things for sale. */
  products?: readonly string[];
}

const stepsOf = (flow: Flow): Step[] => flow.scenes.flatMap(scene => scene.steps);

/** The names of the teams that a flow hands conversations over to. */
export const teamsHandedTo = (flow: Flow): string[] => [
  ...new Set(stepsOf(flow).flatMap(step => kindOf(step).teams?.(step) ?? [])),
];

/** The things for sale that a flow shows, by their references. */
export function productsShown(flow: Flow): readonly string[] {
  const known = shownIn.get(flow);
  if (known) return known;
  const shown = [...new Set(stepsOf(flow).flatMap(step => kindOf(step).products?.(step) ?? []))];
  shownIn.set(flow, shown);
  return shown;
}
/** Every part of a page that is written at asks for the same. */
const shownIn = new WeakMap<Flow, readonly string[]>();

/** The teams that a flow names, for when nobody says which there are. */
function teamsNamed(flow: Flow): string[] {
  const asked = stepsOf(flow).flatMap(step =>
    [...mentionsOf(step, [])].flatMap(name => (isTeamFact(name) ? [teamOf(name)] : [])),
  );
  return [...new Set([...teamsHandedTo(flow), ...asked])];
}

/** The facts that a flow may use: its own, the business’s that it names among them, and those of the visit and the hour. */
export function factsOf(flow: Flow, workplace: Workplace = {}): Fact[] {
  const facts = new Map<string, Fact>();
  for (const fact of [...givenFacts(workplace.teams ?? teamsNamed(flow)), ...flow.facts]) facts.set(fact.name, fact);
  return [...facts.values()];
}

const anyWorkplace: Workplace = {};
const lastSurroundings = new WeakMap<Flow, { workplace: Workplace; around: Surroundings }>();

/** What sentences and checks of steps need to know of the flow they stand in. Every step of a page asks for the same. */
export function surroundings(flow: Flow, workplace: Workplace = anyWorkplace): Surroundings {
  const last = lastSurroundings.get(flow);
  if (last?.workplace === workplace) return last.around;
  const titles = new Map(flow.scenes.map(scene => [scene.id, scene.title]));
  // Few ask for a step, and a flow may have many.
  let steps: Map<string, Step> | undefined;
  const around: Surroundings = {
    sceneTitle: id => titles.get(id) ?? 'a scene that is not there',
    facts: factsOf(flow, workplace),
    teams: workplace.teams,
    members: workplace.members,
    skills: workplace.skills,
    flows: workplace.flows,
    products: workplace.products,
    draws(id) {
      steps ??= new Map(flow.scenes.flatMap(scene => scene.steps.map(step => [step.id, step] as const)));
      const step = steps.get(id);
      return step !== undefined && kindOf(step).drawing !== undefined;
    },
  };
  lastSurroundings.set(flow, { workplace, around });
  return around;
}

/**
 * Finds what can be proved wrong with a flow without playing it, in the order of the flow. A flow without problems
 * always ends or waits, goes only to scenes that are there, and never reads a fact that nothing can have set.
 */
export function check(flow: Flow, workplace: Workplace = anyWorkplace): Finding[] {
  if (workIn(flow) > MOST_IN_FLOW)
    return [
      {
        code: 'too much work',
        level: 'problem',
        place: {},
        sentence: `The formulas of this flow have more than ${MOST_IN_FLOW.toLocaleString('en')} characters together.`,
      },
    ];
  const around = surroundings(flow, workplace);
  const map = graph(flow);
  const { reached, entered, runsOut } = reachable(map);
  const scenes = new Map(flow.scenes.map(scene => [scene.id, scene]));
  const findings: Finding[] = [];

  for (const fact of flow.facts) {
    if (fact.scope !== 'business' || !workplace.facts) continue;
    const known = workplace.facts.find(({ name }) => name === fact.name);
    if (!known || known.type !== fact.type)
      findings.push({
        code: known ? 'wrong type' : 'no such fact',
        level: 'problem',
        place: {},
        sentence: known
          ? `“${fact.name}” holds ${known.type} in the settings, and ${fact.type} in this flow.`
          : `“${fact.name}” is not among the facts about the business in the settings.`,
      });
  }

  for (const [index, fact] of flow.facts.entries()) {
    const { person } = fact;
    if (person === undefined) continue;
    const other = flow.facts.slice(0, index).find(earlier => earlier.person === person);
    const fits = fact.scope === 'visitor' && personPartOf(fact) === person;
    if (other || !fits)
      findings.push({
        code: other ? 'claimed twice' : 'wrong type',
        level: 'problem',
        place: {},
        sentence: other
          ? `“${other.name}” and “${fact.name}” are both said to be the person’s ${person}.`
          : `“${fact.name}” cannot be the person’s ${person}: it is not remembered for them, or holds ${fact.type}.`,
        fix: { label: `“${fact.name}” is not it`, edits: changeFact(flow, fact.name, unsaid(fact)) },
      });
  }

  for (const scene of flow.scenes) {
    const start = map.sceneStart.get(scene.id)!;
    if (!reached.has(start))
      findings.push({
        code: 'unreachable scene',
        place: { scene: scene.id },
        ...(scene.steps.length === 0
          ? {
              level: 'problem',
              sentence: `Nothing leads to “${scene.title}”.`,
              fix: { label: 'Remove the empty scene', edits: removeScene(flow, scene.id) },
            }
          : {
              level: 'advice',
              sentence: `Nothing in the flow leads to “${scene.title}”: only an answer, a menu, a rule or somebody of the team can.`,
            }),
      });
    for (const step of scene.steps) {
      const kind = kindOf(step);
      for (const { part, ...finding } of kind.check(step, around))
        findings.push({ ...finding, place: { scene: scene.id, step: step.id, ...(part ? { part } : {}) } });
      for (const exit of kind.exits(step))
        if (exit.scene !== undefined && !scenes.has(exit.scene))
          findings.push({
            code: 'no such scene',
            level: 'problem',
            place: { scene: scene.id, step: step.id, ...(exit.part ? { part: exit.part } : {}) },
            sentence: `${exit.label ? `“${exit.label}”` : 'This step'} leads to a scene that is not there.`,
          });
    }
    const out = start + scene.steps.length;
    if (runsOut.has(out))
      findings.push({
        code: 'runs out',
        level: 'problem',
        place: { scene: scene.id, ...(scene.steps.length > 0 ? { step: scene.steps.at(-1)!.id } : {}) },
        sentence: `“${scene.title}” runs out: after its last step it neither ends, nor goes on, nor asks.`,
        fix: {
          label: 'End the flow there',
          edits: insertStep(
            flow,
            scene.id,
            scene.steps.length,
            usualKinds.close.blank(freeId(flow, `${scene.id.slice(0, 30)}-end`)),
          ),
        },
      });
  }

  for (const loop of endlessLoops(map, entered)) {
    const first = map.spots[loop[0]!]!;
    const titles = [...new Set(loop.map(at => `“${around.sceneTitle(map.spots[at]!.scene)}”`))];
    findings.push({
      code: 'endless loop',
      level: 'problem',
      place: { scene: first.scene, ...(first.step ? { step: first.step.id } : {}) },
      sentence: `The flow goes round in ${titles.join(' and ')} for ever without asking the visitor anything.`,
    });
  }

  const heavy = overworked(map, entered);
  if (heavy !== undefined) {
    const { scene, step } = map.spots[heavy]!;
    findings.push({
      code: 'too much work',
      level: 'problem',
      place: { scene, ...(step ? { step: step.id } : {}) },
      sentence: `From here on, formulas of more than ${MOST_WORK.toLocaleString('en')} characters are worked out before the visitor is asked anything.`,
    });
  }

  // The others are known of whoever comes.
  const setHere = new Set(around.facts.filter(({ scope }) => scope === 'conversation').map(({ name }) => name));
  const behindSetting = new Map<string, ReadonlySet<number>>();
  for (const at of reached) {
    const { step, scene } = map.spots[at]!;
    if (!step) continue;
    for (const fact of new Set(kindOf(step).reads(step, around.facts))) {
      if (!setHere.has(fact)) continue;
      const behind = behindSetting.get(fact) ?? maybeSet(map, fact, reached);
      behindSetting.set(fact, behind);
      if (!behind.has(at))
        findings.push({
          code: 'fact never set',
          level: 'problem',
          place: { scene, step: step.id },
          sentence: `“${around.sceneTitle(scene)}” uses “${fact}” before anything can have set it.`,
        });
    }
  }
  const sight: Sight = { flow, map, around, reached, before: knowledgeAt(map, atFirst(around)) };
  for (const look of looks) findings.push(...look(sight));
  return inOrder(flow, findings);
}

/** What is looked for beyond single steps and where ways lead. */
const looks: ReadonlyArray<(sight: Sight) => Finding[]> = [
  unreachableSteps,
  unsetFacts,
  decidedBefore,
  ranges,
  mailWithoutConsent,
  closedWithoutWayOut,
  askedTwice,
  nobodyFetched,
  samePlace,
  longWordings,
  badLinks,
];

/** How many ways lead through a flow from its beginning to an end, a round being walked at most once. */
export function waysThrough(flow: Flow): bigint {
  return countPaths(graph(flow));
}

/** The fact without saying what of a person’s record it is. */
function unsaid({ person: _, ...fact }: Fact): Fact {
  return fact;
}

function freeId(flow: Flow, wished: string): string {
  const taken = new Set(flow.scenes.flatMap(scene => [scene.id, ...scene.steps.map(step => step.id)]));
  let id = wished;
  for (let count = 2; taken.has(id); count++) id = `${wished}-${count}`;
  return id;
}

function inOrder(flow: Flow, findings: Finding[]): Finding[] {
  const order = new Map<string, number>();
  for (const scene of flow.scenes) {
    order.set(scene.id, order.size);
    for (const step of scene.steps) order.set(step.id, order.size);
  }
  const rank = (finding: Finding): number => order.get(finding.place.step ?? finding.place.scene ?? '') ?? -1;
  return findings.sort((a, b) => Number(a.level === 'advice') - Number(b.level === 'advice') || rank(a) - rank(b));
}
