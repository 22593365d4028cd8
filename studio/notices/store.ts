import { type Notice, noticeRoutes } from '@kineta/contract';
import type { z } from 'zod';
import { useAccount } from '../account/store.ts';
import { call } from '../shell/api.ts';
import { keyOf, queries, useRoute } from '../shell/query.ts';

type Notices = z.output<typeof noticeRoutes.list.reply>;

const nothing: Notices = { notices: [], read: '0' };
/** As many as the server tells of at once. */
const MOST = 50;

/** Whether a notice is for who is signed in. */
export function isMine(notice: Notice): boolean {
  const account = useAccount.getState().account;
  if (account && notice.member !== null) return notice.member === account.member.id;
  if (notice.team === null || !account) return true;
  return account.teams.some(team => team.id === notice.team && team.members.includes(account.member.id));
}

/** Identities grow, and are too large for numbers. */
export function isAfter(id: string, other: string): boolean {
  return BigInt(id) > BigInt(other);
}

/** What flows tell the members of this workspace, the newest first, and up to which they were read. */
export function useNotices(): Notices {
  return useRoute(noticeRoutes.list, {}).data ?? nothing;
}

function change(next: (known: Notices) => Notices): void {
  queries.setQueryData<Notices>(keyOf(noticeRoutes.list, {}), known => next(known ?? nothing));
}

/** One more was heard of. */
export function addNotice(notice: Notice): void {
  change(({ notices, read }) => ({
    notices: [notice, ...notices.filter(({ id }) => id !== notice.id)].slice(0, MOST),
    read,
  }));
}

/** All that there are were read. */
export function markRead({ notices, read }: Notices): void {
  const newest = notices[0]?.id;
  if (!newest || !isAfter(newest, read)) return;
  change(known => ({ ...known, read: newest }));
  // Not kept, it is only new again on the next visit.
  call(noticeRoutes.read, { body: { id: newest } }).catch(() => {});
}
