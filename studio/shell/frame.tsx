import { LogOut } from 'lucide-react';
import { useEffect, useMemo } from 'react';
import { Link, NavLink, Outlet } from 'react-router';
import { Toaster } from 'sonner';
import { useSaysHere } from '../account/here.ts';
import { SessionEnded } from '../account/session-ended.tsx';
import { useAccount, useSignedIn } from '../account/store.ts';
import { Taking } from '../account/taking.tsx';
import { areas } from '../areas.ts';
import { keyName } from '../ui/keys.tsx';
import { clockTime } from '../ui/time.ts';
import type { Area } from './area.ts';
import { CommandKeys } from './command-keys.tsx';
import { useCommands } from './commands.ts';
import { everywhereKeys } from './keys.ts';
import { live, useConnection } from './live.ts';
import { Logo } from './logo.tsx';

const quiet = 'flex min-h-9 items-center justify-between rounded-md px-2.5 text-left text-night-3 hover:text-white';

const noBadge = (): number => 0;

/** The way to an area, with how much waits there. */
function AreaLink({ area: { path, name, useBadge = noBadge } }: { area: Area }) {
  const count = useBadge();
  return (
    <NavLink
      to={path!}
      className={({ isActive }) =>
        `flex min-h-9 items-center justify-between gap-2 rounded-md px-2.5 max-md:min-h-12 max-md:flex-1 max-md:justify-center ${
          isActive ? 'bg-night-2 text-white' : 'text-night-3 hover:text-white'
        }`
      }
    >
      {name}
      {count > 0 ? (
        <span role="img" className="text-xs text-gold" aria-label={`${count} waiting`}>
          {count}
        </span>
      ) : null}
    </NavLink>
  );
}

function OpenTeams() {
  const { teams } = useSignedIn();
  const open = teams.filter(team => team.open);
  if (teams.length === 0) return null;
  if (open.length === 0) return <p>Every team is closed</p>;
  return (
    <ul>
      {open.map(team => (
        <li key={team.id} className="flex gap-1 whitespace-nowrap">
          <span className="truncate" title={team.name}>
            {team.name}
          </span>
          {team.changes ? `until ${clockTime(team.changes)}` : 'open'}
        </li>
      ))}
    </ul>
  );
}

/** The areas that who is signed in has. */
export function useMyAreas(): readonly Area[] {
  const { member } = useSignedIn();
  return useMemo(() => areas.filter(({ forLeads }) => member.role === 'lead' || !forLeads), [member.role]);
}

/** What stands around every screen: the areas in the order of the work, and who one is. */
export function Frame() {
  const { member, workspace } = useSignedIn();
  const signOut = useAccount(state => state.signOut);
  const online = useConnection(state => state.online && state.reachable);
  const show = useCommands(state => state.show);

  useEffect(() => {
    live();
  }, []);
  useSaysHere();
  const mine = useMyAreas();

  return (
    <div className="relative flex h-full overflow-hidden max-md:flex-col-reverse print:block print:h-auto print:overflow-visible">
      <nav
        aria-label="Areas"
        className="flex w-43 print:hidden shrink-0 flex-col bg-night px-2.5 pt-4 pb-4 text-night-3 max-md:w-full max-md:flex-row max-md:overflow-x-auto max-md:px-1 max-md:pt-1 max-md:pb-1"
      >
        <div className="mb-3.5 px-2.5 text-white max-md:hidden">
          <Logo />
        </div>
        <div className="flex flex-col gap-0.5 max-md:w-full max-md:flex-row">
          {mine.map(area =>
            area.Standing ? (
              <area.Standing key={area.name} />
            ) : area.path === undefined ? null : (
              <AreaLink key={area.name} area={area} />
            ),
          )}
        </div>
        <div className="mt-3 flex flex-col gap-0.5 border-t border-night-2 pt-3 max-md:hidden">
          <button type="button" className={quiet} onClick={() => show('menu')}>
            Go to, or do{' '}
            <span className="font-mono text-xs">{everywhereKeys.rows.menu.keys.map(keyName).join(' ')}</span>
          </button>
          <button type="button" className={quiet} onClick={() => show('keys')}>
            All keys <span className="font-mono text-xs">{everywhereKeys.rows.sheet.keys.map(keyName).join(' ')}</span>
          </button>
        </div>
        <div className="mt-3 min-h-0 max-md:hidden">
          {mine.map(({ name, Beneath }) => (Beneath ? <Beneath key={name} /> : null))}
        </div>
        <div className="mt-auto px-2.5 text-xs max-md:hidden">
          <p className="text-white">{workspace.name}</p>
          <OpenTeams />
          <Link
            to="/you"
            className="mt-3 flex min-h-6 items-center truncate text-white hover:underline"
            title="Name, password, second factor"
          >
            {member.name}
          </Link>
          <Taking />
          <button type="button" onClick={signOut} className="flex min-h-6 items-center gap-1.5 hover:text-white">
            <LogOut className="size-3.5" aria-hidden="true" /> Sign out
          </button>
        </div>
      </nav>
      <div className="flex min-h-0 min-w-0 flex-1 flex-col print:block">
        {online ? null : (
          <p role="status" className="bg-ochre-2 px-4 py-1.5 text-center text-ochre">
            Reconnecting… What you write is kept and sent as soon as Kineta answers.
          </p>
        )}
        {mine.map(({ name, Above }) => (Above ? <Above key={name} /> : null))}
        <div className="min-h-0 flex-1">
          <Outlet />
        </div>
      </div>
      {mine.map(({ name, Attendant }) => (Attendant ? <Attendant key={name} /> : null))}
      <CommandKeys />
      <SessionEnded />
      {/* What was done is told at the side: over the page or the box for a reply it would take the next click. Whether one takes chats stays in reach. */}
      {/* One above the other: what can be taken back is never behind what is told meanwhile. */}
      <Toaster
        expand
        position="bottom-left"
        offset={{ left: 12, bottom: 92 }}
        toastOptions={{ className: 'font-sans!' }}
      />
    </div>
  );
}
