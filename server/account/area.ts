import type { Area } from '../house/area.ts';
import { hashed } from '../http/secret.ts';
import { availabilityDoors, hearsWhoIsHere } from './availability.ts';
import { Directories } from './directories.ts';
import { memberDoors } from './member-routes.ts';
import {
  invitations,
  members,
  passwordLinks,
  signInFailures,
  signIns,
  tags,
  teamMembers,
  teams,
  workspaces,
} from './model.ts';
import { accountDoors } from './routes.ts';
import { sessionOf, tokenOf } from './session.ts';
import { tagDoors } from './tags.ts';
import { accountTodo } from './todo.ts';

/** Workspaces, who signs in to them, and their teams. */
export const account: Area = {
  name: 'account',
  tables: [workspaces, members, teams, teamMembers, tags, signIns, signInFailures, invitations, passwordLinks],
  offers: ({ tables, ports, wire }) => ({
    sessions: {
      of: cookies => sessionOf(tables, tokenOf(cookies)),
      nameOf: cookies => hashed(tokenOf(cookies) ?? ''),
    },
    directories: new Directories(tables, ports, wire),
  }),
  doors(doors, house) {
    accountDoors(doors, house);
    memberDoors(doors, house);
    tagDoors(doors, house);
    availabilityDoors(doors, house);
  },
  studio: hearsWhoIsHere,
  todo: accountTodo,
  keeps: ({ tables }) => [
    {
      name: 'sessions that have ended',
      days: 0,
      clear: (expiresAt, most) => tables.everywhere(signIns).remove({ expiresAt: { before: expiresAt } }, { most }),
    },
    {
      name: 'invitations that nobody took',
      days: 0,
      clear: (expiresAt, most) => tables.everywhere(invitations).remove({ expiresAt: { before: expiresAt } }, { most }),
    },
    {
      name: 'links for a new password',
      days: 0,
      clear: (expiresAt, most) =>
        tables.everywhere(passwordLinks).remove({ expiresAt: { before: expiresAt } }, { most }),
    },
    {
      name: 'wrong passwords',
      days: 1,
      clear: (lastAt, most) => tables.everywhere(signInFailures).remove({ lastAt: { before: lastAt } }, { most }),
    },
  ],
};
