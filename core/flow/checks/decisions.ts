import { type Condition, type ConditionPart, conditionWords, type Row } from '../../facts/condition.ts';
import { given, type Knowledge } from '../../facts/knowledge.ts';
import { sentence } from '../../facts/words.ts';
import { changeStep } from '../changes.ts';
import { kindOf } from '../steps/registry.ts';
import type { Finding } from './finding.ts';
import { placeOf, type Sight } from './sight.ts';

/** Ways of decisions that nobody takes, or that everybody takes who comes so far. */
export function decidedBefore({ flow, map, before }: Sight): Finding[] {
  const findings: Finding[] = [];
  map.spots.forEach(({ step }, at) => {
    const knowledge = before[at];
    const ways = (step && kindOf(step).decisions?.(step)) ?? [];
    if (!knowledge) return;
    let left: Knowledge | null = knowledge;
    for (const [index, { part, when, without }] of ways.entries()) {
      const words = sentence(conditionWords(when));
      const place = placeOf({ map }, at, part);
      if (!left || !given(left, when, true)) {
        findings.push({
          code: 'never true',
          level: 'advice',
          place,
          sentence: left
            ? `It is never so that ${words}.`
            : `“${words}” is never asked: what comes before it holds for everybody.`,
          ...(without ? { fix: { label: 'Delete this way', edits: changeStep(flow, without) } } : {}),
        });
        continue;
      }
      left = given(left, when, false);
      // The last of several may well take all that is left.
      const isRest = index > 0 && index === ways.length - 1;
      if (!left && !isRest)
        findings.push({ code: 'always true', level: 'advice', place, sentence: `It is always so that ${words}.` });
    }
  });
  return findings;
}

interface Range {
  index: number;
  part: string;
  fact: string;
  low: number;
  high: number;
  lowOut: boolean;
  highOut: boolean;
}

function rows(part: ConditionPart): Row[] | undefined {
  if ('fact' in part) return [part];
  if (!('all' in part)) return undefined;
  const inner = part.all.map(rows);
  return inner.every(one => one !== undefined) ? inner.flat() : undefined;
}

/** The range of one number that a way asks for, when it asks for nothing else. */
function rangeOf({ part, when }: { part: string; when: Condition }, index: number): Range | undefined {
  if ('formula' in when) return undefined;
  const asked = rows(when);
  const fact = asked?.[0]?.fact;
  if (!asked || fact === undefined) return undefined;
  const range: Range = { index, part, fact, low: -Infinity, high: Infinity, lowOut: true, highOut: true };
  for (const { fact: other, is, value } of asked) {
    if (other !== fact || typeof value !== 'number') return undefined;
    if (is === 'is more than' || is === 'is at least') [range.low, range.lowOut] = [value, is === 'is more than'];
    else if (is === 'is less than' || is === 'is at most') [range.high, range.highOut] = [value, is === 'is less than'];
    else return undefined;
  }
  return range;
}

/** Ranges of one number that share values, or leave some out between them. */
export function ranges({ map, reached }: Sight): Finding[] {
  const findings: Finding[] = [];
  map.spots.forEach(({ step }, at) => {
    if (!step || !reached.has(at)) return;
    const found = (kindOf(step).decisions?.(step) ?? []).map(rangeOf);
    const [first] = found;
    if (found.length < 2 || !first || found.some(range => range?.fact !== first.fact)) return;
    const sorted = (found as Range[]).toSorted((a, b) => a.low - b.low || Number(a.lowOut) - Number(b.lowOut));
    for (const [index, range] of sorted.entries()) {
      const next = sorted[index + 1];
      if (!next) break;
      // A row of ways that are open to the same side is meant to be tried in turn.
      const isStair = range.high === Infinity || next.low === -Infinity;
      const place = placeOf({ map }, at, (range.index > next.index ? range : next).part);
      if (!isStair && (next.low < range.high || (next.low === range.high && !next.lowOut && !range.highOut)))
        findings.push({
          code: 'ranges overlap',
          level: 'advice',
          place,
          sentence:
            next.low === range.high
              ? `Two ways mean ${first.fact} of ${next.low.toLocaleString('en')}; the first is taken.`
              : `Two ways mean ${first.fact} from ${next.low.toLocaleString('en')} to ${Math.min(range.high, next.high).toLocaleString('en')}; the first is taken.`,
        });
      else if (next.low > range.high || (next.low === range.high && next.lowOut && range.highOut))
        findings.push({
          code: 'range missing',
          level: 'advice',
          place,
          sentence:
            next.low === range.high
              ? `No way means ${first.fact} of exactly ${next.low.toLocaleString('en')}.`
              : `No way means ${first.fact} between ${range.high.toLocaleString('en')} and ${next.low.toLocaleString('en')}.`,
        });
    }
  });
  return findings;
}
