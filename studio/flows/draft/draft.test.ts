import type { FlowDetail } from '@kineta/contract';
import { changeStep, type Edit, type Flow, renameScene, type Step } from '@kineta/core';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { useDraft } from './draft.ts';
import { keptOf } from './kept.ts';

vi.mock('../../shell/live.ts', () => ({
  live: () => ({ on: () => {}, off: () => {} }),
  lostReach: () => {},
  useConnection: { getState: () => ({ epoch: 0 }), subscribe: () => () => {} },
}));

const flow: Flow = {
  format: 'kineta.flow/2',
  name: 'First visit',
  speaker: 'Robin',
  facts: [],
  scenes: [
    {
      id: 's',
      title: 'Welcome',
      steps: [
        { id: 'hello', kind: 'say', line: [[{ text: 'Hello' }]] },
        { id: 'end', kind: 'end' },
      ],
    },
  ],
};
const detail: FlowDetail = {
  id: '1',
  name: 'First visit',
  scenes: 1,
  steps: 2,
  edition: null,
  changes: 0,
  sites: [],
  conversations: 0,
  updatedAt: '2026-11-24T10:12:00.000Z',
  updatedBy: null,
  draft: flow,
  revision: 1,
  scheduled: null,
  reach: {},
};
const worded = (text: string): Step => ({ id: 'hello', kind: 'say', line: [[{ text }]] });
const say = (text: string) => (now: Flow) => changeStep(now, worded(text));
const firstLine = () => JSON.stringify(useDraft.getState().flow?.scenes[0]?.steps[0]);

/** The server, answering saves in turn. */
let saves: Array<{ revision: number; batch: string; edits: Edit[] }>;
let close: () => void;
let answers: Array<(revision: number) => Response>;
/** And the reading of the flow. */
let reads: Array<() => Response>;
const fine = (revision: number) =>
  Response.json({
    revision: revision + 1,
    savedAt: '2026-11-24T10:12:04.000Z',
    changes: 1,
    refused: [],
    missed: [],
  });

beforeEach(async () => {
  vi.useFakeTimers();
  localStorage.clear();
  saves = [];
  answers = [];
  reads = [];
  vi.stubGlobal('fetch', async (_path: string, init: RequestInit) => {
    if (init.method === 'GET') return (reads.shift() ?? (() => Response.json(detail)))();
    const body = JSON.parse(String(init.body)) as (typeof saves)[number];
    saves.push(body);
    return (answers.shift() ?? fine)(body.revision);
  });
  close = useDraft.getState().open('1');
  await vi.waitFor(() => expect(useDraft.getState().flow).toEqual(flow));
});
afterEach(() => {
  close();
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe('the draft', () => {
  test('is saved once after typing rests, on the revision it builds on', async () => {
    const { edit } = useDraft.getState();
    edit(say('H'), 'hello:line');
    edit(say('Hi'), 'hello:line');
    await vi.advanceTimersByTimeAsync(1_000);
    expect(saves).toHaveLength(1);
    expect(saves[0]?.revision).toBe(1);
    expect(useDraft.getState()).toMatchObject({ saving: 'saved', detail: { revision: 2, changes: 1 } });
    edit(say('Hi there'));
    await vi.advanceTimersByTimeAsync(1_000);
    expect(saves[1]?.revision).toBe(2);
  });

  test('undoes a burst of typing at once, other edits one by one, and redoes them', () => {
    const { edit, undo, redo } = useDraft.getState();
    edit(say('H'), 'hello:line');
    edit(say('Hi'), 'hello:line');
    edit(now => renameScene(now, 's', 'Greeting'));
    undo();
    expect(useDraft.getState().flow?.scenes[0]?.title).toBe('Welcome');
    expect(firstLine()).toContain('Hi');
    undo();
    expect(useDraft.getState().flow).toEqual(flow);
    redo();
    expect(firstLine()).toContain('Hi');
  });

  test('tries again while the server is away, and keeps what was typed in the browser', async () => {
    answers = [() => Response.error()];
    useDraft.getState().edit(say('Hi'));
    await vi.advanceTimersByTimeAsync(800);
    expect(useDraft.getState().saving).toBe('waiting');
    expect(localStorage.getItem('kineta.draft.1')).toContain('Hi');
    await vi.advanceTimersByTimeAsync(3_000);
    expect(useDraft.getState().saving).toBe('saved');
    expect(keptOf('1').unsaved).toEqual([]);
  });

  test('what others saved comes in under what is being written, and a place that both meant is settled by the lead', async () => {
    const theirs = changeStep(flow, worded('Theirs'));
    answers = [
      revision =>
        Response.json({
          revision: revision + 1,
          savedAt: '2026-11-24T10:12:04.000Z',
          changes: 1,
          refused: [0],
          missed: [{ revision: revision + 1, by: 'Priya Dene', writer: 'other', edits: theirs }],
        }),
    ];
    const { edit, settleClash } = useDraft.getState();
    edit(say('Mine'));
    await vi.advanceTimersByTimeAsync(500);
    expect(firstLine()).toContain('Theirs');
    const [clash] = useDraft.getState().clashes;
    expect(clash).toMatchObject({ by: 'Priya Dene', mine: worded('Mine') });
    settleClash(clash!, true);
    expect(firstLine()).toContain('Mine');
    await vi.advanceTimersByTimeAsync(500);
    expect(saves.at(-1)).toMatchObject({ revision: 2, edits: [{ to: { line: [[{ text: 'Mine' }]] } }] });
  });

  test('after too long an absence it is read anew, and read again when that fails; what was typed goes on top', async () => {
    const changed = () =>
      Response.json(
        {
          type: 'urn:kineta:problem:draft_changed',
          title: 'Changed',
          status: 409,
          detail: 'Priya Dene changed this draft.',
          code: 'draft_changed',
        },
        { status: 409 },
      );
    answers = [changed, changed];
    reads = [() => Response.error(), () => Response.json({ ...detail, revision: 9, updatedBy: 'Priya Dene' })];
    useDraft.getState().edit(say('Hi'));
    await vi.advanceTimersByTimeAsync(500);
    expect(useDraft.getState().saving).toBe('waiting');
    await vi.advanceTimersByTimeAsync(3_000);
    expect(useDraft.getState()).toMatchObject({ saving: 'saved', detail: { revision: 10 } });
    expect(saves.map(({ revision }) => revision)).toEqual([1, 1, 9]);
    expect(firstLine()).toContain('Hi');
  });

  test('what can be undone outlives the page', async () => {
    useDraft.getState().edit(say('Hi'));
    await vi.advanceTimersByTimeAsync(1_000);
    close();
    close = useDraft.getState().open('1');
    await vi.waitFor(() => expect(useDraft.getState().past).toHaveLength(1));
  });

  test('a save whose answer was lost is sent again as the same batch', async () => {
    answers = [() => Response.error()];
    useDraft.getState().edit(say('Hi'));
    await vi.advanceTimersByTimeAsync(500);
    useDraft.getState().edit(say('Hi there'));
    await vi.advanceTimersByTimeAsync(3_000);
    expect(saves.map(({ batch }) => batch)).toEqual([saves[0]!.batch, saves[0]!.batch, saves[2]!.batch]);
    expect(saves[2]!.batch).not.toBe(saves[0]!.batch);
    expect(saves[1]!.edits).toEqual(saves[0]!.edits);
  });
});
