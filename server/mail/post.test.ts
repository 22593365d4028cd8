import { expect, test } from 'vitest';
import { senderOf } from './post.ts';

test.each([
  ['robin@brackenrow.example', { name: '', address: 'robin@brackenrow.example' }],
  ['Robin <robin@brackenrow.example>', { name: 'Robin', address: 'robin@brackenrow.example' }],
  [
    'Eve, eve@elsewhere.example <robin@brackenrow.example>',
    { name: 'Eve, eve@elsewhere.example', address: 'robin@brackenrow.example' },
  ],
])('a sender %s has one name and one address', (sender, parts) => {
  expect(senderOf(sender)).toEqual(parts);
});
