import { type Route, tellingRoutes } from '@kineta/contract';
import { asForAll, type OwnTellings, type Sound } from '@kineta/core';
import { QueryClientProvider } from '@tanstack/react-query';
import { act, cleanup, renderHook, waitFor } from '@testing-library/react';
import type { ReactNode } from 'react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { isStale, queries } from '../shell/query.ts';
import { useOwn } from './own.ts';

/** What the server has, what it was sent, and whether it takes its time over that. */
const server = vi.hoisted(() => ({
  own: undefined as unknown,
  sent: [] as Array<{ own: unknown; outlivesPage?: true }>,
  answer: [] as Array<() => void>,
}));
vi.mock('../shell/api.ts', async original => ({
  ...(await original<object>()),
  call: async ({ method }: Route, given: { body: unknown; outlivesPage?: true }) => {
    if (method === 'GET') return { own: server.own, places: [], key: '' };
    server.sent.push({ own: given.body, outlivesPage: given.outlivesPage });
    await new Promise<void>(resolve => server.answer.push(resolve));
    server.own = given.body;
    return { ok: true };
  },
}));
vi.mock('./push.ts', () => ({ HERE: ['here'], endpointHere: async () => null }));

const wrapper = ({ children }: { children: ReactNode }) => (
  <QueryClientProvider client={queries}>{children}</QueryClientProvider>
);
const soundOf = (own: OwnTellings | undefined) => own?.kinds.offered?.sound;
const to = (sound: Sound) => (own: OwnTellings) => ({
  ...own,
  kinds: { ...own.kinds, offered: { channels: {}, sound } },
});
const sent = () => server.sent.map(({ own }) => soundOf(own as OwnTellings));
const answered = () => act(async () => server.answer.shift()?.());

beforeEach(() => {
  queries.clear();
  Object.assign(server, { own: asForAll, sent: [], answer: [] });
});
afterEach(cleanup);

async function shown() {
  const { result } = renderHook(useOwn, { wrapper });
  await waitFor(() => expect(result.current.data).toBeDefined());
  return result;
}

test('what is read before the server has a change does not undo it, nor what is changed next', async () => {
  const page = await shown();
  act(() => page.current.change(to('bell')));
  await act(() => isStale(tellingRoutes.own));
  expect(soundOf(page.current.data?.own)).toBe('bell');
  act(() => page.current.change(own => ({ ...own, digest: '17:00' })));
  await answered();
  await waitFor(() => expect(sent()).toEqual(['bell', 'bell']));
  await answered();
  await waitFor(() => expect(page.current.data?.own).toEqual(server.own));
  expect(server.own).toMatchObject({ digest: '17:00', kinds: { offered: { sound: 'bell' } } });
});

test('of what is changed while another change is on its way only the last goes, and who leaves at once has it sent', async () => {
  const page = await shown();
  act(() => page.current.change(to('bell')));
  act(() => page.current.change(to('drop')));
  act(() => page.current.change(to('knock')));
  expect(sent()).toEqual(['bell']);
  window.dispatchEvent(new Event('pagehide'));
  expect(sent()).toEqual(['bell', 'knock']);
  expect(server.sent.every(({ outlivesPage }) => outlivesPage)).toBe(true);
  while (server.answer.length > 0) await answered();
  await waitFor(() => expect(soundOf(server.own as OwnTellings)).toBe('knock'));
});
