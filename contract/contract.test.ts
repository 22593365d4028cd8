import { describe, expect, test } from 'vitest';
import { Entry } from './conversations.ts';
import { openApi } from './openapi.ts';
import { Problem, problemCodes } from './problem.ts';
import { RowId } from './route.ts';
import { allRoutes } from './routes.ts';

test('every route has a place of its own and says who may call it', () => {
  const places = Object.values(allRoutes).map(route => `${route.method} ${route.path}`);
  expect(new Set(places).size).toBe(places.length);
  const open = Object.entries(allRoutes).filter(([, route]) => route.access === 'anyone');
  expect(open.map(([name]) => name)).toEqual([
    'account.signIn',
    'firstRun.look',
    'firstRun.begin',
    'members.lookAtInvitation',
    'members.join',
    'members.forgotPassword',
    'members.setPassword',
  ]);
});

test('the description of the API names what it refers to, and nothing for nothing', () => {
  const document = JSON.stringify(openApi('0.1.0'));
  const referred = new Set([...document.matchAll(/"#\/components\/schemas\/(\w+)"/g)].map(([, name]) => name));
  const { schemas } = JSON.parse(document).components;
  expect([...referred].sort()).toEqual(Object.keys(schemas).sort());
  expect(document).not.toContain('#/$defs');
});

describe('schemas', () => {
  test('identities are positive 64-bit numbers as text', () => {
    for (const good of ['1', '9007199254740993']) expect(RowId.safeParse(good).success).toBe(true);
    for (const bad of ['0', '-1', '1e3', '', '1 ', "1'--", '12345678901234567890'])
      expect(RowId.safeParse(bad).success).toBe(false);
  });

  test('an entry that only a newer build knows is read as something newer', () => {
    const place = { number: 1, at: '2026-11-24T10:12:00.000Z' };
    expect(Entry.parse({ ...place, kind: 'ended' })).toEqual({ ...place, kind: 'ended' });
    expect(Entry.parse({ ...place, kind: 'sung', tune: 'low' })).toEqual({ ...place, kind: 'newer', was: 'sung' });
    expect(Entry.parse({ ...place, kind: 'entered', scene: 7 })).toEqual({ ...place, kind: 'newer', was: 'entered' });
    expect(Entry.safeParse({ number: 1, kind: 'ended' }).success).toBe(false);
  });

  test('a problem is as RFC 9457 says, with a status that fits its code', () => {
    const problem = { type: 'urn:kineta:problem:not_found', title: 'x', status: 404, detail: 'x', code: 'not_found' };
    expect(Problem.parse(problem)).toEqual(problem);
    expect(Object.values(problemCodes).every(status => status >= 400 && status < 600)).toBe(true);
  });
});
