// @vitest-environment happy-dom
import { beforeEach, expect, test, vi } from 'vitest';
import { forget, keep, kept, mayKeep } from './storage.ts';

beforeEach(() => {
  mayKeep(true);
  localStorage.clear();
  for (const name of ['visitor', 'outbox']) forget(name);
});

test('what is kept is there again, until it is forgotten', () => {
  keep('visitor', { id: '1' });
  expect(kept('visitor')).toEqual({ id: '1' });
  expect(localStorage.getItem('visitor')).toBe('{"id":"1"}');
  forget('visitor');
  expect(kept('visitor')).toBeUndefined();
});

test('while the page waits nothing is stored, nor read of what was; it is known here all the same', () => {
  localStorage.setItem('visitor', '{"id":"before"}');
  mayKeep(false);
  expect(kept('visitor')).toBeUndefined();
  keep('outbox', ['a message']);
  expect(kept('outbox')).toEqual(['a message']);
  expect(localStorage.getItem('outbox')).toBeNull();
  mayKeep(true);
  expect(localStorage.getItem('outbox')).toBe('["a message"]');
  expect(kept('visitor')).toEqual({ id: 'before' });
});

test('who takes it back has it taken away, and the chat goes on', () => {
  keep('visitor', { id: '1' });
  mayKeep(false);
  expect(localStorage.length).toBe(0);
  expect(kept('visitor')).toEqual({ id: '1' });
});

test('a browser that stores nothing stops nothing', () => {
  for (const name of ['getItem', 'setItem'] as const)
    vi.spyOn(Storage.prototype, name).mockImplementation(() => {
      throw new DOMException('no');
    });
  keep('visitor', { id: '1' });
  expect(kept('visitor')).toEqual({ id: '1' });
  vi.restoreAllMocks();
});
