import { QueryClientProvider } from '@tanstack/react-query';
import { useEffect } from 'react';
import { createBrowserRouter, Navigate, RouterProvider } from 'react-router';
import { Door } from '../account/doors.tsx';
import { useAccount, useSignedIn } from '../account/store.ts';
import { areas } from '../areas.ts';
import { Button } from '../ui/button.tsx';
import { Empty } from '../ui/empty.tsx';
import { Frame } from './frame.tsx';
import { queries } from './query.ts';
import { screen } from './screen.tsx';

/** One begins with the first area that one has: leads with their flows, agents with who waits. */
function Home() {
  const { member } = useSignedIn();
  const first = areas.find(({ path, forLeads }) => path !== undefined && (member.role === 'lead' || !forLeads));
  return <Navigate to={first?.path ?? '/inbox'} replace />;
}

/** When a screen breaks: what was typed is in the browser, and reloading takes it up again. */
function Broken() {
  return (
    <Empty title="This page has broken">
      What you wrote is kept in this browser. Reload the page, and it is taken up again.
      <div className="mt-4">
        <Button look="main" onClick={() => location.reload()}>
          Reload
        </Button>
      </div>
    </Empty>
  );
}

/** Where the studio is developed, what its screens are made of. */
const specimens = import.meta.env.DEV ? [{ path: '/ui', element: screen(() => import('../ui/specimens.tsx')) }] : [];

const screens = areas.flatMap(area => area.screens ?? []);

const router = createBrowserRouter([
  {
    element: <Frame />,
    errorElement: <Broken />,
    children: [
      ...screens.map(({ path, load }) => ({ path, element: screen(load) })),
      ...specimens,
      { path: '*', element: <Home /> },
    ],
  },
]);

const factorOwed = screen(async () => ({ default: (await import('../account/second-factor.tsx')).FactorOwed }));

export function App() {
  const { account, asked, unreachable, load } = useAccount();
  useEffect(() => {
    void load();
  }, [load]);
  if (unreachable)
    return (
      <p role="status" className="p-10 text-center text-ink-2">
        Reconnecting to Kineta…
      </p>
    );
  if (!asked) return null;
  if (!account) return <Door />;
  if (account.member.owesSecondFactor) return factorOwed;
  return (
    <QueryClientProvider client={queries}>
      <RouterProvider router={router} />
    </QueryClientProvider>
  );
}
