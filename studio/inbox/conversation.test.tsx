import type { ConversationDetail, Route } from '@kineta/contract';
import { QueryClientProvider } from '@tanstack/react-query';
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { Profiler } from 'react';
import { MemoryRouter } from 'react-router';
import { afterEach, expect, test, vi } from 'vitest';
import { queries } from '../shell/query.ts';
import { signPriyaIn } from '../tests/signed-in.ts';
import { Conversation } from './conversation.tsx';

vi.mock('../shell/live.ts', () => ({
  live: () => ({ on: () => {}, off: () => {}, emit: () => {} }),
  lostReach: () => {},
  useConnection: { subscribe: () => () => {} },
}));
vi.mock('../shell/api.ts', async original => ({
  ...(await original<object>()),
  call: async ({ method }: Route) =>
    method === 'GET'
      ? ({
          conversation: { id: '7', visitor: 'Maud', holder: 'waiting', last: 1, agent: null, team: null },
          here: true,
          entries: [],
          facts: [],
          phrases: [],
        } as unknown as ConversationDetail)
      : new Promise(() => {}),
}));

/** What stands around the box, which a key in the box has no business with. */
const drawn = vi.hoisted(() => ({ beside: 0, log: 0 }));
vi.mock('./beside/beside.tsx', () => ({
  Beside: () => {
    drawn.beside++;
    return null;
  },
}));
vi.mock('../log/log-list.tsx', () => ({
  LogList: () => {
    drawn.log++;
    return null;
  },
}));

afterEach(cleanup);

test('writing a reply redraws the box alone', async () => {
  signPriyaIn();
  let commits = 0;
  render(
    <QueryClientProvider client={queries}>
      <MemoryRouter>
        <Profiler id="conversation" onRender={() => commits++}>
          <Conversation id="7" />
        </Profiler>
      </MemoryRouter>
    </QueryClientProvider>,
  );
  const box = await screen.findByRole('textbox', { name: 'Your reply' });
  const before = { ...drawn };
  expect(before.log).toBeGreaterThan(0);
  commits = 0;
  for (const text of ['H', 'He', 'Hello']) fireEvent.change(box, { target: { value: text } });
  expect((box as HTMLTextAreaElement).value).toBe('Hello');
  expect(commits).toBeGreaterThan(0);
  expect(drawn).toEqual(before);
});
