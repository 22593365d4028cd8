import { Knowledge, known, knownOf, unknown } from '../../facts/knowledge.ts';
import { freeAnswer } from '../answers/registry.ts';
import { changeStep, insertStep, removeStep } from '../changes.ts';
import { type Line, lineText } from '../line.ts';
import { kindOf, usualKinds } from '../steps/registry.ts';
import type { Finding } from './finding.ts';
import { behind, type Leg, pathsTo, pathTo, pathWords } from './paths.ts';
import { placeOf, type Sight } from './sight.ts';

/** Steps that nothing leads to, though their scene is come to: they stand behind what ends or leads away. */
export function unreachableSteps({ flow, map, reached }: Sight): Finding[] {
  return map.spots.flatMap(({ scene, step }, at): Finding[] => {
    if (!step || reached.has(at) || !reached.has(map.sceneStart.get(scene)!)) return [];
    const before = map.spots[at - 1];
    // The first of several says it for all of them.
    if (before?.step && before.scene === scene && !reached.has(at - 1)) return [];
    return [
      {
        code: 'unreachable step',
        level: 'problem',
        place: placeOf({ map }, at),
        sentence: 'Nobody comes to this step: what stands before it ends the flow or leads away.',
        fix: { label: 'Delete the step', edits: removeStep(flow, step.id) },
      },
    ];
  });
}

/** Emails to visitors who neither asked for them nor agreed to any on some way there. */
export function mailWithoutConsent({ flow, map, around, reached }: Sight): Finding[] {
  return map.spots.flatMap(({ step }, at): Finding[] => {
    const unasked = step && kindOf(step).unasked?.(step);
    if (!unasked || !reached.has(at)) return [];
    const { consent, asked } = unasked;
    const legs = pathTo(map, consent, { at: 0, known: unknown }, (spot, { open }) => spot === at && open);
    if (!legs) return [];
    return [
      {
        code: 'mail without consent',
        level: 'problem',
        place: placeOf({ map }, at),
        sentence: 'This email may go to a visitor who neither asked for it nor agreed to be written to.',
        path: pathWords(map, legs, around.sceneTitle),
        fix: { label: 'The visitor asked for it', edits: changeStep(flow, asked) },
      },
    ];
  });
}

/** Whether a line says where to ring or write. */
const saysWhere = (line: Line): boolean =>
  line.flat().some(span => 'link' in span && span.link !== undefined && /^(tel|mailto):/i.test(span.link));

/**
 * Hand-overs after which, when the team is closed, the visitor is told so and let go, though nothing is known by which
 * they could be reached, and nothing says where they could reach anybody.
 */
export function closedWithoutWayOut({ flow, map, around, reached, before }: Sight): Finding[] {
  const addresses = around.facts.filter(({ type }) => type === 'email' || type === 'phone').map(({ name }) => name);
  return map.spots.flatMap(({ scene, step }, at): Finding[] => {
    const turned = step && kindOf(step).turnsAway?.(step);
    if (!turned || !reached.has(at)) return [];
    const known = before[at] ?? Knowledge.of();
    if (saysWhere(turned.line) || addresses.some(fact => !knownOf(known, fact).open)) return [];
    const closed = map.spots[at]!.ways.find(({ exit }) => exit.part === turned.part)?.to;
    if (closed === undefined) return [];
    const seen = new Set<number>();
    const open = [{ at: closed, knowledge: known }];
    for (let here = open.pop(); here; here = open.pop()) {
      if (seen.has(here.at)) continue;
      seen.add(here.at);
      const spot = map.spots[here.at]!;
      const { step: next, ways } = spot;
      const kind = next && kindOf(next);
      const letsGo = kind ? kind.exits(next).length === 0 && !kind.goesOn : ways.length === 0;
      if (letsGo) {
        const index = flow.scenes.find(({ id }) => id === scene)!.steps.indexOf(step);
        const ask = {
          ...usualKinds.question.blank(`${step.id.slice(0, 30)}-reach`),
          line: [[{ text: 'How may we reach you when we are back?' }]],
          answer: freeAnswer,
        };
        const free = !map.spots.some(known => known.step?.id === ask.id);
        return [
          {
            code: 'closed without a way out',
            level: 'advice',
            place: placeOf({ map }, at, turned.part),
            sentence: `When ${turned.who} is closed, the visitor is told so, and that is all.`,
            ...(free && turned.to === undefined
              ? { fix: { label: 'Ask how to reach them', edits: insertStep(flow, scene, index + 1, ask) } }
              : {}),
          },
        ];
      }
      const tells = next && 'line' in next && saysWhere(next.line);
      if (!next || tells || kindOf(next).waits(next)) continue;
      for (const { to, exit } of ways) {
        const after = behind(spot, exit, here.knowledge);
        if (after && addresses.every(fact => knownOf(after, fact).open)) open.push({ at: to, knowledge: after });
      }
    }
    return [];
  });
}

/** Questions for what the same visitor has just been asked elsewhere, with the way between the two. */
export function askedTwice({ map, around, reached }: Sight): Finding[] {
  const asking = new Map<string, number[]>();
  map.spots.forEach(({ step }, at) => {
    if (!step || !reached.has(at) || !kindOf(step).asks) return;
    for (const fact of kindOf(step).sets(step)) asking.set(fact, [...(asking.get(fact) ?? []), at]);
  });
  return [...asking].flatMap(([fact, spots]) => {
    const paths = new Map<number, Leg[]>();
    if (spots.length < 2) return [];
    const alike = new Set(spots);
    for (const first of spots) {
      // Who gave no answer may well be asked once more.
      const starts = map.spots[first]!.ways.filter(({ exit }) => exit.part !== 'giveUp').map(({ to, exit }) => ({
        at: to,
        known: known(),
        by: { at: first, exit },
      }));
      // A path ends at whichever question for the same comes next.
      const found = pathsTo(map, fact, starts, (at, { open }) => !open && alike.has(at));
      for (const [again, legs] of found) if (again !== first && !paths.has(again)) paths.set(again, legs);
    }
    return [...paths].map(
      ([again, path]): Finding => ({
        code: 'asked twice',
        level: 'advice',
        place: placeOf({ map }, again),
        sentence: `A visitor may be asked for “${fact}” twice.`,
        path: pathWords(map, path, around.sceneTitle),
      }),
    );
  });
}

/** Choices that lead to one scene with nothing to tell afterwards which was picked. */
export function samePlace({ flow, around }: Sight): Finding[] {
  return flow.scenes.flatMap(scene =>
    scene.steps.flatMap((step): Finding[] => {
      const choices = kindOf(step).unkept?.(step) ?? [];
      const places = new Set(choices.map(({ to }) => to));
      const twin = choices.find(
        ({ to }, index) => to !== undefined && choices.findIndex(other => other.to === to) < index,
      );
      if (!twin || places.size < 2) return [];
      const first = choices.find(({ to }) => to === twin.to)!;
      return [
        {
          code: 'same place',
          level: 'advice',
          place: { scene: scene.id, step: step.id, part: twin.id },
          sentence: `“${first.label}” and “${twin.label}” both lead to “${around.sceneTitle(twin.to!)}”, and which was picked is not kept.`,
        },
      ];
    }),
  );
}

/** More than this of one line does not fit a phone's chat without scrolling. */
const LONGEST_LINE = 320;
const LONGEST_LABEL = 48;

/** Wordings too long for a phone. */
export function longWordings({ flow }: Sight): Finding[] {
  return flow.scenes.flatMap(scene =>
    scene.steps.flatMap((step): Finding[] => {
      const findings: Finding[] = [];
      const place = { scene: scene.id, step: step.id };
      const { line = [], picks = [] } = kindOf(step).reading?.(step) ?? {};
      const spoken = lineText(line);
      if (spoken.length > LONGEST_LINE)
        findings.push({
          code: 'long wording',
          level: 'advice',
          place: { ...place, part: 'line' },
          sentence: `This line has ${spoken.length} characters; on a phone, more than ${LONGEST_LINE} do not fit the chat.`,
        });
      for (const { id, label } of picks)
        if (label.length > LONGEST_LABEL)
          findings.push({
            code: 'long wording',
            level: 'advice',
            place: { ...place, part: id },
            sentence: `“${label.slice(0, 30)}…” has ${label.length} characters; a button on a phone holds about ${LONGEST_LABEL}.`,
          });
      return findings;
    }),
  );
}

/** A host that a visitor's browser can find: with a dot, and nothing odd in it. */
function isAddress(link: string): boolean {
  const host = /^https?:\/\/([^/?#]*)/i.exec(link)?.[1];
  return host === undefined || /^[\p{L}\p{N}-]+(\.[\p{L}\p{N}-]+)+(:\d+)?$/u.test(host);
}

function linksOf(value: unknown, found: (link: string) => void, key = ''): void {
  if (typeof value === 'string') {
    if (key === 'link' || key === 'page' || key === 'policy') found(value);
  } else if (Array.isArray(value)) for (const item of value) linksOf(item, found, key);
  else if (value !== null && typeof value === 'object')
    for (const [name, held] of Object.entries(value)) linksOf(held, found, name);
}

/** Links that no browser can follow. */
export function badLinks({ flow }: Sight): Finding[] {
  return flow.scenes.flatMap(scene =>
    scene.steps.flatMap(step => {
      const findings: Finding[] = [];
      linksOf(step, link => {
        if (isAddress(link)) return;
        findings.push({
          code: 'bad link',
          level: 'problem',
          place: { scene: scene.id, step: step.id },
          sentence: `${link} is no address that a browser can open.`,
        });
      });
      return findings;
    }),
  );
}
