import { z } from 'zod';
import type { MenuKind, MenuTold } from './kind.ts';
import { flow } from './leads/flow.ts';
import { page } from './leads/page.ts';
import { person } from './leads/person.ts';
import { questions } from './leads/questions.ts';

/** Every way in which an entry of the menu leads on, in the order in which they are offered. */
export const menuKinds = [flow, page, questions, person] as const;

/** Where an entry leads. */
export const MenuLead = z.discriminatedUnion('leads', [flow.schema, page.schema, questions.schema, person.schema]);
export type MenuLead = z.infer<typeof MenuLead>;

// biome-ignore lint/suspicious/noExplicitAny: each kind knows the type of its own entries
const byName = new Map<string, MenuKind<any>>(menuKinds.map(kind => [kind.leads, kind]));

export const menuKindOf = ({ leads }: MenuLead): MenuKind<z.ZodObject> => byName.get(leads)!;

/** More are no menu at hand any more, but a list to be read. */
export const MOST_MENU_ENTRIES = 5;

/** What stands always at hand in the chat, where a lead wants that. */
export const MenuEntry = z.strictObject({
  id: z.string().regex(/^[a-z0-9-]{1,40}$/),
  label: z.string().trim().min(1, 'Something has to stand there.').max(40, 'At most 40 characters.'),
  to: MenuLead,
});
export type MenuEntry = z.infer<typeof MenuEntry>;

export const Menu = z.array(MenuEntry).max(MOST_MENU_ENTRIES, `At most ${MOST_MENU_ENTRIES} stand in the menu.`);
export type Menu = z.infer<typeof Menu>;

/** An entry to begin with: to somebody who can be talked to, which most visitors look for. */
export const firstEntry = (id: string, label: string): MenuEntry => ({ id, label, to: person.blank() });

/** The menu as visitors’ windows are told of it. */
export type MenuShown = ReadonlyArray<{ id: string; label: string } & MenuTold>;

export const shownMenu = (menu: Menu): MenuShown =>
  menu.map(({ id, label, to }) => ({ id, label, ...menuKindOf(to).told?.(to) }));
