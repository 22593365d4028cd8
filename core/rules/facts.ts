import { conditionRows, conditionTest, type Test } from '../facts/condition.ts';
import type { Fact, Facts } from '../facts/fact.ts';
import { momentWords } from '../hours/moment.ts';
import { openingOf } from '../hours/opening.ts';
import { message } from '../messages/message.ts';
import type { Course } from './course.ts';
import { hoursOf, type Looked } from './moment.ts';
import type { Rule } from './rule.ts';

const holders: Record<Course['with'], string> = {
  flow: 'the flow',
  waiting: 'nobody yet',
  agent: 'a person',
  done: 'nobody any more',
};

/** What rules know of a conversation beside what its flow knows, by its name, with how it is worked out. */
const known: ReadonlyArray<Fact & { of(course: Course, looked: Looked, since: number): Facts[string] | undefined }> = [
  {
    name: 'led by',
    type: 'choice',
    scope: 'visit',
    choices: Object.values(holders),
    of: course => holders[course.with],
  },
  { name: 'written', type: 'yes/no', scope: 'visit', of: ({ wrote }) => wrote !== null },
  {
    name: 'written since',
    type: 'yes/no',
    scope: 'visit',
    of: ({ wrote }, _, since) => wrote !== null && wrote > since,
  },
  { name: 'a person has written', type: 'yes/no', scope: 'visit', of: ({ person }) => person !== null },
  {
    name: 'answered since',
    type: 'yes/no',
    scope: 'visit',
    of: ({ person }, _, since) => person !== null && person >= since,
  },
  { name: 'its team', type: 'text', scope: 'visit', of: ({ team }) => team ?? undefined },
  {
    name: 'in its hours',
    type: 'yes/no',
    scope: 'visit',
    of: ({ team }, looked) => openingOf(hoursOf(looked, team), looked.now).open,
  },
  {
    name: 'somebody there',
    type: 'yes/no',
    scope: 'visit',
    of({ team }, { taking }) {
      if (!taking) return undefined;
      return team === null ? Object.values(taking).some(Boolean) : taking[team];
    },
  },
  { name: 'tags', type: 'list', scope: 'visit', of: ({ tags }) => [...tags] },
  { name: 'urgent', type: 'yes/no', scope: 'visit', of: ({ urgent }) => urgent },
  { name: 'outcome', type: 'text', scope: 'visit', of: (_, { outcome }) => outcome ?? undefined },
  { name: 'flow', type: 'text', scope: 'visit', of: (_, { flow }) => flow ?? undefined },
  {
    name: 'minutes waited',
    type: 'number',
    scope: 'visit',
    of: ({ wanted }, { now }) => (wanted === null ? undefined : Math.floor((now - wanted) / 60_000)),
  },
  { name: 'said by rules', type: 'number', scope: 'visit', of: ({ alone }) => alone },
  { name: 'place', type: 'number', scope: 'visit', of: (_, { place }) => place },
  {
    name: 'wait',
    type: 'text',
    scope: 'visit',
    of: (_, { minutes, language }) =>
      minutes === null || minutes === undefined ? undefined : message(language, 'a wait', { minutes }),
  },
  {
    name: 'opens',
    type: 'text',
    scope: 'visit',
    of({ team }, looked) {
      const hours = hoursOf(looked, team);
      const state = openingOf(hours, looked.now);
      if (state.open || state.from === null) return undefined;
      return momentWords('when', hours[0]!, state.from, looked.now, looked.language);
    },
  },
];

/** The facts that rules have beside those of flows. */
export const ruleFacts: readonly Fact[] = known.map(({ of: _, ...fact }) => fact);

/**
 * All that a rule goes by: what the flow knows, and how the conversation stands. What a flow has under one of these names goes before.
 * @param wanted those that are asked for, as hours take long to be worked out; all, without
 */
export function ruleValues(course: Course, looked: Looked, since: number, wanted?: ReadonlySet<string>): Facts {
  const values: Record<string, Facts[string]> = {};
  for (const { name, of } of known) {
    if (wanted && !wanted.has(name)) continue;
    const value = of(course, looked, since);
    if (value !== undefined) values[name] = value;
  }
  return { ...values, ...looked.facts };
}

/** The facts that conditions of rules ask about; undefined where a formula may read any. */
export function factsAskedBy(rules: readonly Rule[]): ReadonlySet<string> | undefined {
  const asked = new Set<string>();
  for (const { onlyIf } of rules) {
    if (!onlyIf) continue;
    if ('formula' in onlyIf) return undefined;
    for (const { fact } of conditionRows(onlyIf)) asked.add(fact);
  }
  return asked;
}

const tests = new WeakMap<object, Test>();

/**
 * Whether the conditions of a rule, or of whatever else has some, hold of what is known; each is compiled once.
 * @param names all facts that there are, known or not, by which a formula is read
 */
export function conditionsHold({ onlyIf }: Pick<Rule, 'onlyIf'>, values: Facts, names: readonly string[]): boolean {
  if (!onlyIf) return true;
  let test = tests.get(onlyIf);
  if (!test) {
    test = conditionTest(onlyIf, names);
    tests.set(onlyIf, test);
  }
  return test(values);
}
