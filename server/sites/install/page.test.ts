import { describe, expect, test } from 'vitest';
import { lookInto } from './page.ts';
import { sourcesFor, stopped } from './policy.ts';

const origin = 'https://chat.brackenrow.example';
const site = { key: 'key-of-brackenrow', oldKey: 'key-of-before', origin };
const line = (key = site.key, from = origin) => `<script async src="${from}/w/${key}.js"></script>`;
const url = new URL('https://brackenrow.example/help');
const look = (body: string, policies: string[] = []) =>
  lookInto({ url, html: `<!doctype html>\n<html><body>\n${body}\n</body></html>`, policies }, site);

describe('a page', () => {
  test.each([
    ['has the line', line(), []],
    ['has it without quotes', `<script async src=${origin}/w/${site.key}.js></script>`, []],
    ['has not', '<p>Hello</p>', [{ code: 'missing' }]],
    ['has it in a comment', `<p>\n<!-- ${line()} -->`, [{ code: 'in a comment', line: 4 }]],
    ['has it in words only', `<pre>${line().replaceAll('<', '&lt;')}</pre>`, [{ code: 'missing' }]],
    ['has it in a template', `<template>${line()}</template>`, [{ code: 'missing' }]],
    ['has another key', line('key-of-others'), [{ code: 'wrong key', line: 3, about: 'key-of-others' }]],
    ['has the key before', line(site.oldKey), [{ code: 'old key', line: 3 }]],
    ['has it twice', `${line()}\n<p>\n${line()}`, [{ code: 'twice', line: 5 }]],
    [
      'has it from elsewhere',
      line(site.key, 'https://old.example'),
      [{ code: 'wrong address', line: 3, about: 'https://old.example' }],
    ],
    [
      'forbids it itself',
      `<meta http-equiv="Content-Security-Policy" content="script-src 'self'">${line()}`,
      [{ code: 'blocked by the policy', line: 3, about: 'script-src' }],
    ],
  ])('that %s', (_, body, findings) => expect(look(body)).toEqual(findings));

  test('is read to its last line, however odd it is', () => {
    expect(look(`<div ".><p <b></table>${line()}`)).toEqual([]);
    expect(look(`<base href="${origin}/x/"><script src="/w/${site.key}.js"></script>`)).toEqual([]);
    expect(look('<script src="http://[::1">')).toEqual([{ code: 'missing' }]);
  });
});

describe('a policy', () => {
  const script = new URL(`${origin}/w/${site.key}.js`);
  const by = (policy: string, nonce?: string) => stopped([policy], { script, page: url, nonce });
  test.each([
    ['', []],
    ["script-src 'self'", ['script-src']],
    ["default-src 'self'", ['script-src', 'frame-src', 'connect-src']],
    ["default-src 'none'; script-src *; frame-src *; connect-src *", []],
    [`default-src 'self' ${origin}`, []],
    [`script-src ${origin}; frame-src 'self'`, ['frame-src']],
    ['script-src chat.brackenrow.example', []],
    ['script-src *.brackenrow.example', []],
    ['script-src *.example:443', []],
    ['script-src brackenrow.example', ['script-src']],
    ['script-src http://chat.brackenrow.example', []],
    ['script-src https://chat.brackenrow.example:8443', ['script-src']],
    ['script-src https://chat.brackenrow.example:*', []],
    ['script-src https:', []],
    [`script-src ${origin}/w/`, []],
    [`script-src ${origin}/other/`, ['script-src']],
    [`script-src ${origin}/w/${site.key}.js`, []],
    [`script-src 'none'; script-src-elem ${origin}`, []],
    [`script-src ${origin}; script-src-elem 'self'`, ['script-src']],
    ["script-src 'strict-dynamic' https:", ['script-src']],
    ["child-src 'self'", ['frame-src']],
    ["connect-src 'self'", ['connect-src']],
  ])('%s stops %j', (policy, found) => expect(by(policy)).toEqual(found));

  test('lets a script through that has its nonce', () => {
    expect(by("script-src 'nonce-abc' 'strict-dynamic'", 'abc')).toEqual([]);
    expect(by("script-src 'nonce-abc'", 'xyz')).toEqual(['script-src']);
  });
  test('of several has to let it through each', () => {
    const policies = ["frame-src 'self'", `script-src ${origin}`, "script-src 'self'"];
    expect(stopped(policies, { script, page: url })).toEqual(['script-src', 'frame-src']);
  });
  test('with what is said to add is enough, and nothing in that is unsafe', () => {
    const added = sourcesFor(origin).map(({ directive, source }) => `${directive} ${source}`);
    expect(by(`default-src 'none'; ${added.join('; ')}`)).toEqual([]);
    expect(added.join()).not.toContain('unsafe');
  });
});
