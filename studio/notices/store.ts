import { type Notice, noticeRoutes } from '@kineta/contract';
import { toast } from 'sonner';
import { create } from 'zustand';
import { useAccount } from '../account/store.ts';
import { call } from '../shell/api.ts';
import { live, useConnection } from '../shell/live.ts';

interface NoticesState {
  /** Newest first. */
  notices: Notice[];
  /** The newest that was read. */
  read: string;
  /** Listens for notices until the returned function is called. */
  attend(open: (conversation: string) => void): () => void;
  markRead(): void;
}

/** Whether a notice is for who is signed in. */
function isMine(notice: Notice): boolean {
  const account = useAccount.getState().account;
  if (notice.team === null || !account) return true;
  return account.teams.some(team => team.id === notice.team && team.members.includes(account.member.id));
}

/** Identities grow, and are too large for numbers. */
export function isAfter(id: string, other: string): boolean {
  return BigInt(id) > BigInt(other);
}

/** What flows tell the members of this workspace. */
export const useNotices = create<NoticesState>((set, get) => ({
  notices: [],
  read: '0',
  attend(open) {
    const load = () =>
      call(noticeRoutes.list, {}).then(
        reply => set(reply),
        // The next connection asks again.
        () => {},
      );
    const onNotice = (notice: Notice) => {
      if (!isMine(notice)) return;
      set({ notices: [notice, ...get().notices].slice(0, 50) });
      toast(notice.text, {
        description: notice.visitor,
        action: { label: 'Open', onClick: () => open(notice.conversation) },
      });
    };
    live().on('notice', onNotice);
    void load();
    const stop = useConnection.subscribe((now, before) => now.epoch !== before.epoch && void load());
    return () => {
      stop();
      live().off('notice', onNotice);
    };
  },
  markRead() {
    const newest = get().notices[0]?.id;
    if (!newest || !isAfter(newest, get().read)) return;
    set({ read: newest });
    void call(noticeRoutes.read, { body: { id: newest } });
  },
}));
