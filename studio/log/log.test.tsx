import type { Entry } from '@kineta/contract';
import { cleanup, render, screen } from '@testing-library/react';
import { afterEach, beforeEach, expect, test } from 'vitest';
import { signPriyaIn } from '../tests/signed-in.ts';
import { stretch } from '../ui/time.ts';
import { LogRow, logLines } from './log.tsx';

const at = '2026-11-24T10:12:00.000Z';

beforeEach(() => {
  signPriyaIn();
});
afterEach(cleanup);

test('facts learnt one after the other are one direction, scenes are none', () => {
  const entries: Entry[] = [
    { number: 1, at, kind: 'entered', scene: 's', title: 'Welcome' },
    { number: 2, at, kind: 'learnt', fact: 'home type', type: 'choice', value: 'Flat' },
    { number: 3, at, kind: 'learnt', fact: 'heating bill', type: 'money', value: 1900 },
    { number: 4, at, kind: 'ended' },
  ];
  const lines = logLines(entries);
  expect(lines.map(([entry]) => entry.kind)).toEqual(['learnt', 'ended']);
  render(<LogRow line={lines[0]!} visitor="Maud" />);
  expect(screen.getByText('Learnt: home type Flat · heating bill £1,900')).toBeTruthy();
});

test('what a visitor writes is text, whatever it looks like', () => {
  const text = '<img src=x onerror="alert(1)">';
  const { container } = render(
    <LogRow line={[{ number: 1, at, kind: 'replied', text, clientId: 'abcdefgh' }]} visitor="Maud" />,
  );
  expect(screen.getByText(text)).toBeTruthy();
  expect(container.querySelector('img')).toBeNull();
});

test('what only a newer build knows is said to be that', () => {
  const [line] = logLines([{ number: 1, at, kind: 'newer', was: 'sung' }]);
  render(<LogRow line={line!} visitor="Maud" />);
  expect(screen.getByText(/Something newer .* \(sung\)/)).toBeTruthy();
});

test('stretches of time are short', () => {
  expect([0, 9_000, 108_000, 3_900_000, 90_000_000].map(stretch)).toEqual(['0:00', '0:09', '1:48', '1 h 05', '1 d']);
});
