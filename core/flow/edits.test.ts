import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  addFact,
  changeFact,
  changeStep,
  insertScene,
  insertStep,
  moveScene,
  moveStep,
  removeFact,
  removeScene,
  removeStep,
  renameScene,
  setFlow,
} from './changes.ts';
import { type Copy, copyOf, hear, insist, send, settle, unsend, write } from './copy.ts';
import { apply, applyAll, Edit, joined } from './edits.ts';
import { blankFlow, Flow } from './format.ts';
import type { Step } from './steps/registry.ts';
import { anyFlow } from './tests/flow.arbitrary.ts';
import { line } from './tests/perform.ts';

const say = (id: string, text: string): Step => ({ id, kind: 'say', line: line(text) });

let count = 0;
const blank = () => blankFlow('First visit', 'Robin', () => `id${++count}`);

/** A wish of a writer, made into edits of the flow as it then stands. */
type Wish = (flow: Flow) => Edit[];

/** Wishes over a flow’s scenes, steps and facts by their numbers, and with new ones under names of the writer’s own. */
function anyWish(own: string): fc.Arbitrary<Wish> {
  const at = fc.integer({ min: 0, max: 6 });
  const nth = <T>(list: readonly T[], index: number): T | undefined => list[index % Math.max(1, list.length)];
  const stepOf = (flow: Flow, index: number) =>
    nth(
      flow.scenes.flatMap(scene => scene.steps),
      index,
    );
  const sceneOf = (flow: Flow, index: number) => nth(flow.scenes, index)!.id;
  const words = fc.constantFrom('red', 'green', 'blue').map(word => `${own} ${word}`);
  return fc.oneof(
    words.map(
      (name): Wish =>
        flow =>
          setFlow(flow, 'name', name),
    ),
    fc.tuple(at, at).map(
      ([id, to]): Wish =>
        flow =>
          insertScene(flow, to, {
            id: `${own}-scene-${id}`,
            title: 'New',
            steps: [say(`${own}-first-${id}`, 'Hello')],
          }),
    ),
    at.map(
      (index): Wish =>
        flow =>
          removeScene(flow, sceneOf(flow, index)),
    ),
    fc.tuple(at, words).map(
      ([index, title]): Wish =>
        flow =>
          renameScene(flow, sceneOf(flow, index), title),
    ),
    fc.tuple(at, at).map(
      ([index, to]): Wish =>
        flow =>
          moveScene(flow, sceneOf(flow, index), to),
    ),
    fc.tuple(at, at, at, words).map(
      ([id, index, to, text]): Wish =>
        flow =>
          insertStep(flow, sceneOf(flow, index), to, say(`${own}-step-${id}`, text)),
    ),
    at.map(
      (index): Wish =>
        flow =>
          removeStep(flow, stepOf(flow, index)?.id ?? ''),
    ),
    fc.tuple(at, words).map(
      ([index, text]): Wish =>
        flow => {
          const step = stepOf(flow, index);
          return step ? changeStep(flow, say(step.id, text)) : [];
        },
    ),
    fc.tuple(at, at, at).map(
      ([index, scene, to]): Wish =>
        flow =>
          moveStep(flow, stepOf(flow, index)?.id ?? '', sceneOf(flow, scene), to),
    ),
    words.map(
      (name): Wish =>
        flow =>
          addFact(flow, { name, type: 'text', scope: 'visitor' }),
    ),
    at.map(
      (index): Wish =>
        flow =>
          removeFact(flow, nth(flow.facts, index)?.name ?? ''),
    ),
    fc.tuple(at, words).map(
      ([index, name]): Wish =>
        flow => {
          const fact = nth(flow.facts, index);
          return fact ? changeFact(flow, fact.name, { ...fact, name }) : [];
        },
    ),
  );
}

describe('edits', () => {
  test('apply then invert gives the same flow, and an edit is what crosses the wire', () => {
    fc.assert(
      fc.property(anyFlow, anyWish('me'), (flow, wish) => {
        const edits = wish(flow);
        expect(edits.map(edit => Edit.parse(JSON.parse(JSON.stringify(edit))))).toEqual(edits);
        const { flow: changed, inverse } = applyAll(flow, edits);
        expect(applyAll(changed, inverse).flow).toEqual(flow);
      }),
      { numRuns: 400 },
    );
  });

  test('many, joined, do the same as one by one', () => {
    fc.assert(
      fc.property(anyFlow, fc.array(anyWish('me'), { maxLength: 12 }), (flow, wishes) => {
        let changed = flow;
        const all: Edit[] = [];
        for (const wish of wishes) {
          const edits = wish(changed).filter(edit => apply(changed, edit));
          changed = applyAll(changed, edits).flow;
          all.push(...edits);
        }
        expect(applyAll(flow, joined(all)).flow).toEqual(changed);
      }),
      { numRuns: 200 },
    );
  });

  test('typing a word is one edit', () => {
    const flow = blank();
    const { id } = flow.scenes[0]!.steps[0]!;
    let changed = flow;
    const edits = ['H', 'He', 'Hey'].flatMap(text => {
      const typed = changeStep(changed, say(id, text));
      changed = applyAll(changed, typed).flow;
      return typed;
    });
    expect(edits).toHaveLength(3);
    expect(joined(edits)).toEqual(changeStep(flow, say(id, 'Hey')));
  });

  test('one whose place has gone, or holds something else, changes nothing', () => {
    const flow = blank();
    const [hello] = flow.scenes[0]!.steps;
    const mine = changeStep(flow, say(hello!.id, 'Mine'))[0]!;
    const theirs = applyAll(flow, changeStep(flow, say(hello!.id, 'Theirs'))).flow;
    expect(apply(theirs, mine)).toBeNull();
    expect(apply(theirs, removeStep(flow, hello!.id)[0]!)).toBeNull();
    expect(apply(applyAll(flow, removeStep(flow, hello!.id)).flow, mine)).toBeNull();
  });

  test('made from what was there a while ago, it leaves what has changed since', () => {
    const flow = blank();
    const seen = flow.scenes[0]!.steps[0]!;
    const picture = { src: '/p/one.png', alt: '' };
    const written = applyAll(flow, changeStep(flow, say(seen.id, 'Written meanwhile'))).flow;
    const edits = changeStep(written, { ...seen, pictures: [picture] } as Step, seen);
    expect(applyAll(written, edits).flow.scenes[0]!.steps[0]).toEqual({
      ...say(seen.id, 'Written meanwhile'),
      pictures: [picture],
    });
    const pause: Step = { id: seen.id, kind: 'pause', for: { amount: 1, unit: 'seconds' } };
    const another = applyAll(flow, changeStep(flow, pause)).flow;
    expect(changeStep(another, say(seen.id, 'Mine'), seen)).toEqual([]);
  });

  test('two at different places of one step both hold', () => {
    const flow = blank();
    const [hello] = flow.scenes[0]!.steps;
    const question: Step = { id: hello!.id, kind: 'ask', line: line('Who?'), answer: { type: 'short text' }, tries: 2 };
    const asked = applyAll(flow, changeStep(flow, question)).flow;
    const mine = changeStep(asked, { ...question, line: line('Who are you?') });
    const theirs = changeStep(asked, { ...question, tries: 3 });
    expect(applyAll(asked, [...mine, ...theirs]).flow).toEqual(applyAll(asked, [...theirs, ...mine]).flow);
    expect(applyAll(asked, [...mine, ...theirs]).clashed).toEqual([]);
  });
});

/** A server and two writers, whose saves and news come whenever they come. */
class Desk {
  server: Flow;
  saves: Array<{ by: number; edits: Edit[] }> = [];
  copies: [Copy, Copy];
  clashes = 0;

  constructor(flow: Flow) {
    this.server = flow;
    this.copies = [copyOf(flow, 0), copyOf(flow, 0)];
  }

  write(who: 0 | 1, wish: Wish): void {
    const { copy, clashes } = write(this.copies[who], wish(this.copies[who].flow));
    this.copies[who] = copy;
    this.clashes += clashes.length;
  }

  /** Hears everything that others saved since. */
  hear(who: 0 | 1): void {
    for (const { by, edits } of this.saves.slice(this.copies[who].revision)) {
      if (by === who) throw new Error('Own saves are settled at once.');
      const heard = hear(this.copies[who], this.copies[who].revision + 1, edits);
      this.copies[who] = heard.copy;
      this.clashes += heard.clashes.length;
    }
  }

  save(who: 0 | 1): void {
    const sending = send(this.copies[who]);
    this.copies[who] = sending;
    const { flow, clashed } = applyAll(this.server, sending.sent);
    const made = sending.sent.filter((_, index) => !clashed.includes(index));
    this.server = flow;
    this.hear(who);
    if (made.length > 0) this.saves.push({ by: who, edits: made });
    const settled = settle(this.copies[who], this.saves.length, clashed);
    this.copies[who] = settled.copy;
    this.clashes += settled.clashes.length;
  }
}

describe('two who write at once', () => {
  test('end with the same draft, which is the server’s and a flow still', () => {
    fc.assert(
      fc.property(
        anyFlow,
        fc.array(
          fc.oneof(
            { weight: 4, arbitrary: fc.tuple(fc.constantFrom<0 | 1>(0), anyWish('one')) },
            { weight: 4, arbitrary: fc.tuple(fc.constantFrom<0 | 1>(1), anyWish('two')) },
            { weight: 2, arbitrary: fc.tuple(fc.constantFrom<0 | 1>(0, 1), fc.constantFrom('save', 'hear')) },
          ),
          { maxLength: 30 },
        ),
        (flow, happenings) => {
          const desk = new Desk(flow);
          for (const [who, what] of happenings) {
            if (what === 'save') desk.save(who);
            else if (what === 'hear') desk.hear(who);
            else desk.write(who, what as Wish);
          }
          for (const who of [0, 1, 0, 1] as const) desk.save(who);
          expect(desk.copies[0].flow).toEqual(desk.server);
          expect(desk.copies[1].flow).toEqual(desk.server);
          expect(desk.copies[0].unsent).toEqual([]);
          Flow.parse(desk.server);
        },
      ),
      { numRuns: 300 },
    );
  });

  test('at different steps, nothing clashes, and each undoes their own', () => {
    const flow = blank();
    const [hello, end] = flow.scenes[0]!.steps;
    const desk = new Desk(flow);
    const mine = write(desk.copies[0], changeStep(flow, say(hello!.id, 'Mine')));
    desk.copies[0] = mine.copy;
    desk.write(1, theirs => changeStep(theirs, { ...end!, outcome: 'lead' } as Step));
    desk.write(1, theirs => insertStep(theirs, theirs.scenes[0]!.id, 0, say('new', 'Before')));
    desk.save(1);
    desk.save(0);
    expect(desk.clashes).toBe(0);
    expect(desk.server.scenes[0]!.steps).toMatchObject([{ id: 'new' }, say(hello!.id, 'Mine'), { outcome: 'lead' }]);
    desk.write(0, () => mine.inverse);
    desk.save(0);
    desk.hear(1);
    expect(desk.copies[1].flow.scenes[0]!.steps).toMatchObject([{ id: 'new' }, hello!, { outcome: 'lead' }]);
  });

  test('in the same line, the slower is handed their own words back', () => {
    const flow = blank();
    const [hello] = flow.scenes[0]!.steps;
    const theirs = changeStep(flow, say(hello!.id, 'Theirs'));
    const { copy } = write(copyOf(flow, 4), changeStep(flow, say(hello!.id, 'Mine')));
    const heard = hear(copy, 5, theirs);
    expect(heard.copy.flow.scenes[0]!.steps[0]).toEqual(say(hello!.id, 'Theirs'));
    expect(heard.clashes).toMatchObject([{ edit: { to: { line: line('Mine') } }, mine: say(hello!.id, 'Mine') }]);
    const late = settle(hear(send(copy), 5, theirs).copy, 5, [0]);
    expect(late.clashes).toMatchObject([{ mine: say(hello!.id, 'Mine') }]);
    expect(late.copy).toMatchObject({ revision: 5, sent: [], unsent: [] });
  });

  test('two who want the same do not clash, and who insists has their way', () => {
    const flow = blank();
    const [hello] = flow.scenes[0]!.steps;
    const { copy } = write(copyOf(flow, 1), changeStep(flow, say(hello!.id, 'Same')));
    expect(hear(copy, 2, changeStep(flow, say(hello!.id, 'Same'))).clashes).toEqual([]);
    const heard = hear(copy, 2, removeStep(flow, hello!.id));
    expect(heard.clashes).toHaveLength(1);
    expect(write(heard.copy, insist(heard.copy.flow, heard.clashes[0]!)).copy.flow.scenes[0]!.steps[0]).toEqual(
      say(hello!.id, 'Same'),
    );
    const other = hear(copy, 2, changeStep(flow, say(hello!.id, 'Other')));
    expect(write(other.copy, insist(other.copy.flow, other.clashes[0]!)).copy.flow.scenes[0]!.steps[0]).toEqual(
      say(hello!.id, 'Same'),
    );
  });

  test('whoever insists, on whatever, is not in the way of anything', () => {
    fc.assert(
      fc.property(anyFlow, anyWish('one'), anyWish('two'), (flow, one, two) => {
        const { copy } = write(copyOf(flow, 1), one(flow));
        const heard = hear(copy, 2, two(flow));
        for (const clash of heard.clashes) {
          const edits = insist(heard.copy.flow, clash);
          Flow.parse(applyAll(heard.copy.flow, edits).flow);
        }
      }),
      { numRuns: 300 },
    );
  });

  test('what did not arrive is sent again', () => {
    const flow = blank();
    const { copy } = write(copyOf(flow, 1), setFlow(flow, 'name', 'Mine'));
    expect(unsend(send(copy))).toMatchObject({ sent: [], unsent: copy.unsent, flow: copy.flow });
  });
});
