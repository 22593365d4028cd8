import type { FlowDetail } from '@kineta/contract';
import { changeStep, type Edit, type Flow, renameScene, type Step } from '@kineta/core';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { call } from '../../shell/api.ts';
import { keptOf, type Place } from './kept.ts';
import { type DraftState, OpenDraft } from './open-draft.ts';

vi.mock('../../shell/live.ts', () => ({ lostReach: () => {} }));

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
const say = (text: string) => (flow: Flow) => changeStep(flow, worded(text));
const firstLine = () => JSON.stringify(now().flow?.scenes[0]?.steps[0]);

/** The server, answering saves in turn. */
let saves: Array<{ revision: number; batch: string; edits: Edit[] }>;
let close: () => void;
let draft: OpenDraft;
const now = (): DraftState => draft.state.getState();
/** Where the lead is, and what they were told. */
let place: Place;
let told: string[];
/** Who hears of which news. */
let hearers: Map<string, (news: never) => void>;
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
  place = { scene: 's', step: '' };
  told = [];
  hearers = new Map();
  draft = new OpenDraft({
    writer: 'this page',
    call,
    hear(news, listener) {
      hearers.set(news, listener as (news: never) => void);
      return () => hearers.delete(news);
    },
    onReached: () => () => {},
    place: () => place,
    goTo: to => {
      place = to;
    },
    tell: words => told.push(words),
  });
  vi.stubGlobal('fetch', async (_path: string, init: RequestInit) => {
    if (init.method === 'GET') return (reads.shift() ?? (() => Response.json(detail)))();
    const body = JSON.parse(String(init.body)) as (typeof saves)[number];
    saves.push(body);
    return (answers.shift() ?? fine)(body.revision);
  });
  close = now().open('1');
  await vi.waitFor(() => expect(now().flow).toEqual(flow));
});
afterEach(() => {
  close();
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe('the draft', () => {
  test('is saved once after typing rests, on the revision it builds on', async () => {
    const { edit } = now();
    edit(say('H'), 'hello:line');
    edit(say('Hi'), 'hello:line');
    await vi.advanceTimersByTimeAsync(1_000);
    expect(saves).toHaveLength(1);
    expect(saves[0]?.revision).toBe(1);
    expect(now()).toMatchObject({ saving: 'saved', detail: { revision: 2, changes: 1 } });
    edit(say('Hi there'));
    await vi.advanceTimersByTimeAsync(1_000);
    expect(saves[1]?.revision).toBe(2);
  });

  test('undoes a burst of typing at once, other edits one by one, and redoes them', () => {
    const { edit, undo, redo } = now();
    edit(say('H'), 'hello:line');
    edit(say('Hi'), 'hello:line');
    edit(was => renameScene(was, 's', 'Greeting'));
    undo();
    expect(now().flow?.scenes[0]?.title).toBe('Welcome');
    expect(firstLine()).toContain('Hi');
    undo();
    expect(now().flow).toEqual(flow);
    redo();
    expect(firstLine()).toContain('Hi');
  });

  test('tries again while the server is away, and keeps what was typed in the browser', async () => {
    answers = [() => Response.error()];
    now().edit(say('Hi'));
    await vi.advanceTimersByTimeAsync(800);
    expect(now().saving).toBe('waiting');
    expect(localStorage.getItem('kineta.draft.1')).toContain('Hi');
    await vi.advanceTimersByTimeAsync(3_000);
    expect(now().saving).toBe('saved');
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
    const { edit, settleClash } = now();
    edit(say('Mine'));
    await vi.advanceTimersByTimeAsync(500);
    expect(firstLine()).toContain('Theirs');
    const [clash] = now().clashes;
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
    now().edit(say('Hi'));
    await vi.advanceTimersByTimeAsync(500);
    expect(now().saving).toBe('waiting');
    await vi.advanceTimersByTimeAsync(3_000);
    expect(now()).toMatchObject({ saving: 'saved', detail: { revision: 10 } });
    expect(saves.map(({ revision }) => revision)).toEqual([1, 1, 9]);
    expect(firstLine()).toContain('Hi');
  });

  test('what can be undone outlives the page', async () => {
    now().edit(say('Hi'));
    await vi.advanceTimersByTimeAsync(1_000);
    close();
    close = now().open('1');
    await vi.waitFor(() => expect(now().past).toHaveLength(1));
  });

  test('a save whose answer was lost is sent again as the same batch', async () => {
    answers = [() => Response.error()];
    now().edit(say('Hi'));
    await vi.advanceTimersByTimeAsync(500);
    now().edit(say('Hi there'));
    await vi.advanceTimersByTimeAsync(3_000);
    expect(saves.map(({ batch }) => batch)).toEqual([saves[0]!.batch, saves[0]!.batch, saves[2]!.batch]);
    expect(saves[2]!.batch).not.toBe(saves[0]!.batch);
    expect(saves[1]!.edits).toEqual(saves[0]!.edits);
  });

  test('undoing brings the lead back to where it was done', () => {
    const { edit, undo, redo } = now();
    place = { scene: 's', step: 'hello' };
    edit(say('Hi'));
    place = { scene: 'elsewhere', step: '' };
    undo();
    expect(place).toEqual({ scene: 's', step: 'hello' });
    place = { scene: 'elsewhere', step: '' };
    redo();
    expect(place).toEqual({ scene: 's', step: 'hello' });
  });

  test('who waits for the save, to publish, is told when it is refused or nobody is there, and can wait again', async () => {
    answers = [
      () =>
        Response.json(
          {
            type: 'urn:kineta:problem:invalid_request',
            title: 'Not so',
            status: 400,
            detail: 'A scene has at most 500 steps.',
            code: 'invalid_request',
          },
          { status: 400 },
        ),
      () => Response.error(),
    ];
    now().edit(say('Hi'));
    await expect(now().settle()).rejects.toThrow('A scene has at most 500 steps.');
    expect(now()).toMatchObject({ saving: 'unsaved', mistake: 'A scene has at most 500 steps.' });
    await expect(now().settle()).rejects.toThrow('Kineta cannot be reached right now.');
    await now().settle();
    expect(now()).toMatchObject({ saving: 'saved', mistake: '' });
    expect(firstLine()).toContain('Hi');
  });

  test('hears what others save, once and in order, and nothing when it is closed', () => {
    const theirs = (revision: number, text: string) =>
      ({
        flow: '1',
        revision,
        by: 'Priya Dene',
        writer: 'other',
        edits: changeStep(now().flow!, worded(text)),
      }) as never;
    const hear = hearers.get('edits')!;
    hear(theirs(2, 'Theirs'));
    hear(theirs(2, 'Again'));
    expect(firstLine()).toContain('Theirs');
    close();
    expect(hearers.size).toBe(0);
  });
});
