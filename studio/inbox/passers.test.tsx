import { type Passer, type Problem, passerRoutes, type Route } from '@kineta/contract';
import { QueryClientProvider } from '@tanstack/react-query';
import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { MemoryRouter } from 'react-router';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { CallError } from '../shell/api.ts';
import { isStale, queries } from '../shell/query.ts';
import { signPriyaIn } from '../tests/signed-in.ts';
import { PasserCount, PasserList } from './passers.tsx';

/** Who is there, as the server says, and what it was asked to say to them; or why it will not. */
const server = vi.hoisted(() => ({ passers: [] as unknown[], told: true, said: [] as unknown[], refuses: '' }));
vi.mock('../shell/api.ts', async original => ({
  ...(await original<object>()),
  call: async ({ method }: Route, given: object) => {
    if (method === 'GET') return { passers: server.passers, count: server.passers.length, told: server.told };
    if (server.refuses) {
      const { refuses: detail } = server;
      throw new CallError({ type: '', title: '', status: 409, detail, code: 'already_taken' } satisfies Problem);
    }
    server.said.push(given);
    return {};
  },
}));

const passer = (id: string, page: string, spoken: Passer['spoken'] = null): Passer => ({
  id,
  site: 'brackenrow.example',
  page,
  arrivedAt: new Date().toISOString(),
  pageAt: new Date().toISOString(),
  pages: 1,
  device: 'computer',
  language: 'en-GB',
  referrer: '',
  spoken,
});
const draw = () =>
  render(
    <QueryClientProvider client={queries}>
      <MemoryRouter>
        <PasserList />
        <PasserCount />
      </MemoryRouter>
    </QueryClientProvider>,
  );
const again = () => isStale(passerRoutes.list);

beforeEach(() => {
  queries.clear();
  Object.assign(server, { passers: [passer('1', '/heat-pumps')], told: true, said: [], refuses: '' });
  signPriyaIn();
});
afterEach(cleanup);

test('who leaves while they are written to stays with what was written, and nothing more is sent to them', async () => {
  draw();
  fireEvent.click(await screen.findByRole('button', { name: 'Speak first to who is on /heat-pumps' }));
  const box = screen.getByRole('textbox', { name: 'What you say first' }) as HTMLTextAreaElement;
  fireEvent.change(box, { target: { value: 'Which day would suit you?' } });
  server.passers = [];
  await again();
  await screen.findByText('They have left the page, or opened the chat by themselves.');
  expect((screen.getByRole('textbox') as HTMLTextAreaElement).value).toBe('Which day would suit you?');
  expect((screen.getByRole('button', { name: 'Send' }) as HTMLButtonElement).disabled).toBe(true);
  fireEvent.click(screen.getByRole('button', { name: 'Not now' }));
  await screen.findByText('Nobody is there');
});

test('what is refused is said where it was written, and nothing is lost', async () => {
  server.refuses = 'Tom Ashdown has just spoken to them.';
  draw();
  fireEvent.click(await screen.findByRole('button', { name: 'Speak first to who is on /heat-pumps' }));
  fireEvent.change(screen.getByRole('textbox'), { target: { value: 'Hello' } });
  fireEvent.keyDown(screen.getByRole('textbox'), { key: 'Enter' });
  expect((await screen.findByRole('alert')).textContent).toBe('Tom Ashdown has just spoken to them.');
  expect((screen.getByRole('textbox') as HTMLTextAreaElement).value).toBe('Hello');
  server.refuses = '';
  fireEvent.keyDown(screen.getByRole('textbox'), { key: 'Enter' });
  await waitFor(() => expect(server.said).toEqual([{ params: { id: '1' }, body: { text: 'Hello' } }]));
});

test('what became of it stands with who spoke, and that somebody did with all others', async () => {
  const at = new Date().toISOString();
  const said = { text: 'Hello', at, conversation: null };
  server.passers = [
    passer('1', '/a', { ...said, by: { id: '1', name: 'Priya Marlow' }, stands: 'waits' }),
    passer('2', '/b', { ...said, by: { id: '1', name: 'Priya Marlow' }, conversation: '7', stands: 'met' }),
    passer('3', '/c', { ...said, by: { id: '1', name: 'Priya Marlow' }, stands: 'left' }),
    passer('4', '/d', { ...said, by: { id: '2', name: 'Tom Ashdown' }, stands: 'waits' }),
  ];
  draw();
  await screen.findByText('Goes out as soon as their page asks, within ten seconds.');
  const open = screen.getByRole('link', { name: 'They have it: open the conversation' });
  expect(open.getAttribute('href')).toBe('/inbox/7');
  screen.getByText('They had left before it reached them.');
  screen.getByText('Tom Ashdown speaks to them');
  // Whom nothing has reached can be spoken to again.
  expect(screen.getAllByRole('button', { name: /^Speak first/ })).toHaveLength(1);
});

test('where no site tells who is there, nothing is offered', async () => {
  server.told = false;
  draw();
  await screen.findByRole('list', { name: 'On the site without a chat' });
  expect(screen.queryByRole('button', { name: /on the site without a chat/ })).toBeNull();
});
