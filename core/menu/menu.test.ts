import { expect, test } from 'vitest';
import { Menu, menuKindOf, menuKinds, shownMenu } from './menu.ts';

const menu = Menu.parse([
  { id: 'price', label: ' A price ', to: { leads: 'flow', flow: '7', scene: 'home' } },
  { id: 'terms', label: 'Terms', to: { leads: 'page', page: '/terms' } },
  { id: 'often', label: 'Questions', to: { leads: 'questions' } },
  { id: 'person', label: 'A person', to: { leads: 'person' } },
]);

test('visitors are told what stands there, and of where it leads only what their window does by itself', () => {
  expect(shownMenu(menu)).toEqual([
    { id: 'price', label: 'A price' },
    { id: 'terms', label: 'Terms', page: '/terms' },
    { id: 'often', label: 'Questions', reads: true },
    { id: 'person', label: 'A person' },
  ]);
});

test('each leads where it says', () => {
  expect(menu.map(({ to }) => menuKindOf(to).begins?.(to))).toEqual([
    { flow: '7', scene: 'home' },
    undefined,
    undefined,
    undefined,
  ]);
  expect(menu.map(({ to }) => menuKindOf(to).wants)).toEqual([undefined, undefined, undefined, 'person']);
});

test('each kind begins with what leads as it does', () => {
  for (const kind of menuKinds) expect(kind.blank().leads).toBe(kind.leads);
});

test.each([
  [[{ id: 'a', label: '', to: { leads: 'person' } }]],
  [[{ id: 'a', label: 'x', to: { leads: 'page', page: 'javascript:alert(1)' } }]],
  [[{ id: 'a', label: 'x', to: { leads: 'page', page: '//elsewhere.example' } }]],
  [[{ id: 'a', label: 'x', to: { leads: 'flow', flow: '' } }]],
  [Array.from({ length: 6 }, (_, at) => ({ id: `e-${at}`, label: 'x', to: { leads: 'person' } }))],
])('is refused where it cannot be one: %j', wrong => expect(Menu.safeParse(wrong).success).toBe(false));
