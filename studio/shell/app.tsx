import { lazy, Suspense, useEffect } from 'react';
import { createBrowserRouter, Navigate, RouterProvider } from 'react-router';
import { SignInPage } from '../account/sign-in.tsx';
import { useAccount, useSignedIn } from '../account/store.ts';
import { Button } from '../ui/button.tsx';
import { Empty } from '../ui/empty.tsx';
import { Skeleton } from '../ui/skeleton.tsx';
import { Frame } from './frame.tsx';

const FlowList = lazy(() => import('../flows/list.tsx'));
const Workbench = lazy(() => import('../flows/workbench.tsx'));
const Inbox = lazy(() => import('../inbox/inbox.tsx'));
const People = lazy(() => import('../people/people.tsx'));
const Settings = lazy(() => import('../settings/settings.tsx'));

/** Leads begin with their flows, agents with who waits. */
function Home() {
  const { member } = useSignedIn();
  return <Navigate to={member.role === 'lead' ? '/flows' : '/inbox'} replace />;
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

const later = (screen: React.ReactNode) => (
  <Suspense fallback={<Skeleton lines={6} className="p-8" />}>{screen}</Suspense>
);

const router = createBrowserRouter([
  {
    element: <Frame />,
    errorElement: <Broken />,
    children: [
      { path: '/flows', element: later(<FlowList />) },
      { path: '/flows/:id', element: later(<Workbench />) },
      { path: '/inbox/:id?', element: later(<Inbox />) },
      { path: '/people', element: later(<People />) },
      { path: '/settings', element: later(<Settings />) },
      { path: '*', element: <Home /> },
    ],
  },
]);

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
  return account ? <RouterProvider router={router} /> : <SignInPage />;
}
