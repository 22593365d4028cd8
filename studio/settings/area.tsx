import type { Area } from '../shell/area.ts';
import { dayAndTime } from '../ui/time.ts';

const load = () => import('./settings.tsx');

export const settings: Area = {
  name: 'Settings',
  path: '/settings',
  forLeads: true,
  todo: {
    'business facts': ({ missing }, done) => ({
      title: 'What the business is',
      says: done ? 'Phone, address and policy page are known.' : `Still missing: ${missing}.`,
      to: '/settings/business',
    }),
    'teams with hours': ({ teams, without }, done) => ({
      title: done ? 'Teams and their hours' : without ? `Hours for ${without}` : 'A team',
      says: done
        ? `${teams === 1 ? 'One team has' : `${teams} teams have`} theirs.`
        : without
          ? 'Without them visitors are told that somebody is always there.'
          : 'Flows hand over to teams; there is none yet.',
      to: '/settings/teams',
    }),
    'a colleague': ({ email, at }, done) => ({
      title: 'A second person who answers',
      says: done
        ? 'More than one member has signed in.'
        : email
          ? `${email} was invited ${dayAndTime(String(at))} and has not come yet.`
          : 'Nobody else has signed in yet.',
      to: '/settings/members',
    }),
  },
  screens: [
    { path: '/settings', load },
    { path: '/settings/:room', load },
  ],
};
