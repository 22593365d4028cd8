import { type Account, accountRoutes } from '@kineta/contract';
import { create } from 'zustand';
import { CallError, call } from '../shell/api.ts';
import { credentials } from '../shell/credentials.ts';
import { writeAs } from '../ui/writing.ts';

interface AccountState {
  account: Account | null;
  /** Whether it is known yet if somebody is signed in. */
  asked: boolean;
  /** Set while the session has ended under an open page. */
  ended: boolean;
  /** Kineta could not be reached when the page was opened. */
  unreachable: boolean;
  load(): Promise<void>;
  signIn(given: { email: string; password: string; code?: string | undefined }): Promise<void>;
  /** Somebody has been let in. */
  enter(account: Account): void;
  signOut(): Promise<void>;
  /** Shows the sign-in over the page; resolves when somebody has signed in. */
  signInAgain(): Promise<void>;
}

let waiting: Array<() => void> = [];

function signedIn(account: Account, renew: () => Promise<void>): Account {
  credentials.csrf = account.csrf;
  writeAs(account.workspace.language);
  credentials.renew = renew;
  return account;
}

export const useAccount = create<AccountState>((set, get) => ({
  account: null,
  asked: false,
  ended: false,
  unreachable: false,
  async load() {
    try {
      const account = signedIn(await call(accountRoutes.me, {}), get().signInAgain);
      set({ account, asked: true, unreachable: false });
    } catch (error) {
      const away = error instanceof CallError && error.passing;
      set({ asked: !away, unreachable: away });
      if (away) setTimeout(() => void get().load(), 1_500);
    }
  },
  async signIn(body) {
    get().enter(await call(accountRoutes.signIn, { body }));
  },
  enter(given) {
    set({ account: signedIn(given, get().signInAgain), ended: false });
    const resumed = waiting;
    waiting = [];
    for (const resume of resumed) resume();
  },
  async signOut() {
    await call(accountRoutes.signOut, {});
    location.assign('/');
  },
  signInAgain() {
    set({ ended: true });
    return new Promise(resolve => {
      waiting.push(resolve);
    });
  },
}));

/** The account of who is signed in; only inside the frame, where somebody is. */
export function useSignedIn(): Account {
  const account = useAccount(state => state.account);
  if (!account) throw new Error('Nobody is signed in.');
  return account;
}
