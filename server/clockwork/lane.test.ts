import fc from 'fast-check';
import pino from 'pino';
import { describe, expect, test } from 'vitest';
import { Lane, type Slots, type Waiting } from './lane.ts';

interface Job extends Waiting {
  end: () => void;
}

/** A lane over a list, in place of a table. */
function laneOver(waiting: Waiting[], slots: Slots = { all: 6, share: 2 }, elsewhere: ReadonlySet<string> = new Set()) {
  const running: Job[] = [];
  const done: string[] = [];
  let woken = 0;
  let looks = 0;
  const lane = new Lane<Waiting>(
    {
      name: 'test',
      slots,
      async due(most, without) {
        looks++;
        const { workspaces, destinations } = without;
        const past = (one: Waiting) =>
          workspaces.includes(one.workspace) ||
          destinations.some(([workspace, to]) => workspace === one.workspace && to === one.destination);
        return waiting.filter(one => !past(one)).slice(0, most);
      },
      async claim(ids) {
        const claimed = waiting.filter(({ id }) => ids.includes(id) && !elsewhere.has(id));
        for (const one of [...waiting]) if (ids.includes(one.id)) waiting.splice(waiting.indexOf(one), 1);
        return claimed;
      },
      run: one =>
        new Promise(resolve => {
          const job: Job = {
            ...one,
            end() {
              running.splice(running.indexOf(job), 1);
              done.push(one.id);
              resolve();
            },
          };
          running.push(job);
        }),
    },
    pino({ level: 'silent' }),
  );
  lane.begins(() => woken++);
  return { lane, running, done, woken: () => woken, looks: () => looks };
}

const of = (workspace: string, count: number, destination?: string): Waiting[] =>
  Array.from({ length: count }, (_, index) => ({
    id: `${workspace}${destination ?? ''}${index}`,
    workspace,
    destination,
  }));
const settled = () => new Promise(resolve => setImmediate(resolve));

describe('a lane', () => {
  test('gives no workspace more than its share, however much it has waiting in front of others', async () => {
    const { lane, running } = laneOver([...of('slow', 1_000), ...of('other', 1), ...of('third', 1)]);
    await lane.turn();
    await lane.turn();
    expect(running.map(({ id }) => id).sort()).toEqual(['other0', 'slow0', 'slow1', 'third0']);
  });

  test('gets to everybody in one turn, though looks are short', async () => {
    const { lane, running } = laneOver([...of('a', 300), ...of('b', 300), ...of('c', 1)]);
    await lane.turn();
    expect(running.map(({ workspace }) => workspace).sort()).toEqual(['a', 'a', 'b', 'b', 'c']);
  });

  test('leaves room beside one that is slow for what goes elsewhere, of the same workspace and of others', async () => {
    const slots = { all: 6, share: 4, each: 2 };
    const { lane, running } = laneOver(
      [...of('a', 500, ' hangs'), ...of('a', 300, ' fine'), ...of('b', 1, ' hangs')],
      slots,
    );
    await lane.turn();
    expect(running.map(({ id }) => id).sort()).toEqual(['a fine0', 'a fine1', 'a hangs0', 'a hangs1', 'b hangs0']);
    running.find(({ id }) => id === 'a fine0')!.end();
    await settled();
    await lane.turn();
    expect(running.map(({ id }) => id).sort()).toEqual(['a fine1', 'a fine2', 'a hangs0', 'a hangs1', 'b hangs0']);
  });

  test('fills a slot again when it comes free, without waiting for the rest', async () => {
    const { lane, running, woken } = laneOver(of('a', 3));
    await lane.turn();
    expect(running).toHaveLength(2);
    running[0]!.end();
    await settled();
    expect(woken()).toBe(1);
    await lane.turn();
    expect(running.map(({ id }) => id)).toEqual(['a1', 'a2']);
  });

  test('asks for nothing while all of its slots are taken', async () => {
    const { lane, looks } = laneOver([...of('a', 9), ...of('b', 9), ...of('c', 9)]);
    await lane.turn();
    const before = looks();
    expect(await lane.turn()).toBe(false);
    expect(looks()).toBe(before);
  });

  test('leaves to other processes what they have', async () => {
    const { lane, running } = laneOver(of('a', 2), undefined, new Set(['a0']));
    await lane.turn();
    expect(running.map(({ id }) => id)).toEqual(['a1']);
  });

  test('ends when what runs has ended', async () => {
    const { lane, running } = laneOver(of('a', 1));
    await lane.turn();
    let ended = false;
    const closing = lane.close().then(() => {
      ended = true;
    });
    await settled();
    expect(ended).toBe(false);
    running[0]!.end();
    await closing;
  });

  test('carries out everything once, within its bounds, whoever ordered how much', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.nat({ max: 8 }), { minLength: 1, maxLength: 6 }),
        fc.integer({ min: 1, max: 5 }),
        fc.integer({ min: 1, max: 3 }),
        fc.option(fc.integer({ min: 1, max: 2 }), { nil: undefined }),
        fc.infiniteStream(fc.nat()),
        async (counts, all, share, each, picks) => {
          const waiting = counts.flatMap((count, index) => [
            ...of('abcdef'[index]!, count, each ? ' x' : undefined),
            ...of('abcdef'[index]!, count % 3, each ? ' y' : undefined),
          ]);
          for (const [index, one] of waiting.entries()) one.id += ` ${index}`;
          const total = waiting.length;
          const { lane, running, done } = laneOver(waiting, { all, share, ...(each ? { each } : {}) });
          while (done.length < total) {
            await lane.turn();
            expect(running.length).toBeLessThanOrEqual(all);
            for (const { workspace } of running)
              expect(running.filter(one => one.workspace === workspace).length).toBeLessThanOrEqual(share);
            for (const { workspace, destination } of each ? running : [])
              expect(
                running.filter(one => one.workspace === workspace && one.destination === destination).length,
              ).toBeLessThanOrEqual(each!);
            expect(running.length).toBeGreaterThan(0);
            running[picks.next().value % running.length]!.end();
            await settled();
          }
          expect(new Set(done).size).toBe(total);
        },
      ),
      { numRuns: 60 },
    );
  });
});
