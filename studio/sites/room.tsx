import { type Route, type SiteDetail, siteRoutes } from '@kineta/contract';
import { ChevronLeft } from 'lucide-react';
import { type ReactNode, useEffect } from 'react';
import { Link, NavLink, useParams } from 'react-router';
import { isStale, useRoute } from '../shell/query.ts';
import { Alive } from './alive.tsx';

/** The rooms of a site, each a screen of its own below the site’s address. */
const rooms = [
  { path: 'look', name: 'Look' },
  { path: 'before', name: 'Before the chat' },
  { path: 'reach', name: 'Reach' },
  { path: 'ways', name: 'Ways in' },
  { path: 'install', name: 'Install' },
];

/** How often it is looked whether the chat is alive: a page that has just loaded it is no message of its own. */
const LOOKS_EVERY = 5_000;

const nothingElse: readonly Route[] = [];

/** The site of the address, once it is known. @param also what else tells how it stands, and is looked at as often */
export function useSite(also: readonly Route[] = nothingElse): { id: string; site: SiteDetail | undefined } {
  const { id = '' } = useParams();
  const { data } = useRoute(siteRoutes.list, {});
  useEffect(() => {
    const timer = setInterval(() => void isStale(siteRoutes.list, ...also), LOOKS_EVERY);
    return () => clearInterval(timer);
  }, [also]);
  return { id, site: data?.find(one => one.id === id) };
}

/** The head of a site’s rooms: which site, whether it is alive, and the ways between the rooms. */
export function SiteHead({
  site,
  id,
  name,
  children,
}: {
  site: SiteDetail | undefined;
  id: string;
  name: string;
  children?: ReactNode;
}) {
  useEffect(() => {
    document.title = `${site ? `${site.name} · ` : ''}${name} · Kineta`;
  }, [site, name]);
  return (
    <header className="flex min-h-13 shrink-0 flex-wrap items-center gap-x-3 gap-y-1 border-b border-rule px-6 py-1.5 max-md:px-4">
      <Link to="/sites" className="flex items-center gap-1 text-ink-2 hover:text-ink">
        <ChevronLeft className="size-4" aria-hidden="true" />
        Sites
      </Link>
      <h1 className="font-script text-xl font-semibold">{site?.name ?? name}</h1>
      {site ? <Alive brief site={site} /> : null}
      <nav aria-label="Rooms of the site" className="ml-2 flex gap-4">
        {rooms.map(room => (
          <NavLink
            key={room.path}
            to={`/sites/${id}/${room.path}`}
            className={({ isActive }) => (isActive ? 'font-semibold' : 'text-ink-2 hover:text-ink')}
          >
            {room.name}
          </NavLink>
        ))}
      </nav>
      {children}
    </header>
  );
}
