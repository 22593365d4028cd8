import type { SiteDetail } from '@kineta/contract';
import type { ReactNode } from 'react';
import { Skeleton } from '../../ui/skeleton.tsx';
import { SiteHead, useSite } from '../room.tsx';
import { Links } from './links.tsx';
import { OwnScript } from './script.tsx';
import { SignedIn } from './signed-in.tsx';

/** The ways into the chat beside its launcher, each with what it is for. */
const ways: ReadonlyArray<{ name: string; Way: (about: { site: SiteDetail }) => ReactNode }> = [
  { name: 'A link, or a code to scan', Way: Links },
  { name: 'Who is signed in', Way: SignedIn },
  { name: 'The page’s own script', Way: OwnScript },
];

/** How visitors come to a site’s flows by other ways than its launcher, and what is said of them on the way. */
export default function WaysPage() {
  const { id, site } = useSite();
  return (
    <main className="flex h-full flex-col">
      <SiteHead id={id} site={site} name="Ways in" />
      <div className="min-h-0 flex-1 overflow-y-auto px-8 py-5 max-md:px-4">
        {site ? (
          ways.map(({ name, Way }) => (
            <section
              key={name}
              aria-label={name}
              className="max-w-5xl border-t border-rule py-6 first:border-0 first:pt-0"
            >
              <h2 className="mb-3 font-script text-lg font-semibold">{name}</h2>
              <Way site={site} />
            </section>
          ))
        ) : (
          <Skeleton lines={6} />
        )}
      </div>
    </main>
  );
}
