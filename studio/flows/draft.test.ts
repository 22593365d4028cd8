import type { FlowDetail } from '@kineta/contract';
import type { Flow } from '@kineta/core';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { useDraft } from './draft.ts';

vi.mock('../shell/live.ts', () => ({ live: () => ({ on: () => {}, off: () => {} }), lostReach: () => {} }));

const flow: Flow = {
  format: 'kineta.flow/1',
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
  reach: {},
};
const say = (text: string) => [
  { edit: 'replace step' as const, step: { id: 'hello', kind: 'say' as const, line: [[{ text }]] } },
];
const firstLine = () => JSON.stringify(useDraft.getState().flow?.scenes[0]?.steps[0]);

/** The server, answering saves in turn. */
let saves: Array<{ revision: number; draft: Flow }>;
let answers: Array<(revision: number) => Response>;
const fine = (revision: number) =>
  Response.json({ revision: revision + 1, savedAt: '2026-11-24T10:12:04.000Z', changes: 1 });

beforeEach(() => {
  vi.useFakeTimers();
  localStorage.clear();
  saves = [];
  answers = [];
  vi.stubGlobal('fetch', async (_path: string, init: RequestInit) => {
    if (init.method === 'GET') return Response.json(detail);
    const body = JSON.parse(String(init.body)) as { revision: number; draft: Flow };
    saves.push(body);
    return (answers.shift() ?? fine)(body.revision);
  });
  useDraft.setState({ detail, flow, saving: 'saved', past: [], future: [], conflict: null, mistake: '' });
});
afterEach(() => {
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
    edit([{ edit: 'rename scene', scene: 's', title: 'Greeting' }]);
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
    await vi.advanceTimersByTimeAsync(500);
    expect(useDraft.getState().saving).toBe('waiting');
    expect(localStorage.getItem('kineta.draft.1')).toContain('Hi');
    await vi.advanceTimersByTimeAsync(3_000);
    expect(useDraft.getState().saving).toBe('saved');
    expect(localStorage.getItem('kineta.draft.1')).toBeNull();
  });

  test('a conflict saves nothing until the lead chooses', async () => {
    const refused = {
      type: 'urn:kineta:problem:draft_changed',
      title: 'x',
      status: 409,
      detail: 'x',
      code: 'draft_changed',
      changed: { by: 'Hanne Brill', revision: 7 },
    };
    answers = [() => Response.json(refused, { status: 409 })];
    useDraft.getState().edit(say('Mine'));
    await vi.advanceTimersByTimeAsync(500);
    expect(useDraft.getState()).toMatchObject({ saving: 'conflict', conflict: { by: 'Hanne Brill', revision: 7 } });
    useDraft.getState().edit(say('Mine, longer'));
    await vi.advanceTimersByTimeAsync(5_000);
    expect(saves).toHaveLength(1);
    useDraft.getState().keepMine();
    await vi.advanceTimersByTimeAsync(100);
    expect(saves[1]).toMatchObject({ revision: 7 });
    expect(JSON.stringify(saves[1])).toContain('Mine, longer');
  });
});
