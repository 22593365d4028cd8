import { type ActOf, conditionRows, conditionWords, findStep, kindOf, sentence, written } from '@kineta/core';
import { actView, type Rehearsing } from './view.ts';

/** Why a decision went as it did: what it asks, and what is known of that. */
function decidedWords({ step, way }: ActOf<'decided'>, { flow, known, locale }: Rehearsing): string {
  const decide = findStep(flow, step)?.step;
  const ways = (decide && kindOf(decide).decisions?.(decide)) ?? [];
  const asked = way < 0 ? ways : ways.slice(way, way + 1);
  const names = [...new Set(asked.flatMap(({ when }) => conditionRows(when).flatMap(row => row.fact || [])))];
  const values = names
    .filter(name => flow.facts.some(fact => fact.name === name))
    .map(name => {
      const value = known[name];
      const fact = flow.facts.find(one => one.name === name);
      return `${name} is ${value === undefined ? 'not known' : written(value, fact, locale)}`;
    });
  const because = values.length > 0 ? `: ${values.join(', ')}` : '';
  if (way < 0) return `Decided for “otherwise”${because}.`;
  return asked[0] ? `Decided, as ${sentence(conditionWords(asked[0].when))}${because}.` : '';
}

export const decided = actView({ act: 'decided', note: decidedWords });
