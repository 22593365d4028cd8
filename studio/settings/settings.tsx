import { useEffect } from 'react';
import { Navigate, NavLink, useParams } from 'react-router';
import { rooms } from './rooms.tsx';

/** What holds for the whole business, room by room. */
export default function Settings() {
  const { room: path } = useParams();
  const room = rooms.find(one => one.path === path);
  useEffect(() => {
    document.title = `${room ? `${room.name} · ` : ''}Settings · Kineta`;
  }, [room]);
  if (!room) return <Navigate to={`/settings/${rooms[0]!.path}`} replace />;
  return (
    <main className="flex h-full flex-col">
      <header className="flex min-h-13 shrink-0 items-center border-b border-rule px-6 max-md:px-4">
        <h1 className="font-script text-xl font-semibold">Settings</h1>
      </header>
      <div className="flex min-h-0 flex-1 max-md:flex-col">
        <nav
          aria-label="Rooms of the settings"
          className="w-44 shrink-0 overflow-x-auto border-r border-rule px-3 py-4 max-md:flex max-md:w-full max-md:border-r-0 max-md:border-b max-md:py-1"
        >
          {rooms.map(({ path: to, name }) => (
            <NavLink
              key={to}
              to={`/settings/${to}`}
              className={({ isActive }) =>
                `block min-h-8 rounded-md px-3 py-1.5 whitespace-nowrap ${isActive ? 'bg-paper-2 font-semibold' : 'text-ink-2 hover:text-ink'}`
              }
            >
              {name}
            </NavLink>
          ))}
        </nav>
        <div className="min-w-0 flex-1 space-y-9 overflow-y-auto px-6 pt-5 pb-16 max-md:px-4">
          <room.Room key={room.path} />
        </div>
      </div>
    </main>
  );
}
