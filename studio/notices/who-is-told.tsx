import { useEffect } from 'react';
import { useSearchParams } from 'react-router';
import { useSignedIn } from '../account/store.ts';
import { Picks } from '../ui/picks.tsx';
import { ForEverybody } from './for-everybody.tsx';
import { ForYou } from './for-you.tsx';
import { TestNotice } from './test-notice.tsx';

const picks = ['For you', 'For everybody'];

/** Who is told of what, by which ways: oneself, and the whole workspace. */
export default function WhoIsTold() {
  const { member } = useSignedIn();
  const [search, setSearch] = useSearchParams();
  const at = search.get('for') === 'everybody' ? 1 : 0;
  useEffect(() => {
    document.title = 'Who is told of what · Kineta';
  }, []);
  return (
    <main className="h-full overflow-y-auto">
      <header className="flex min-h-13 flex-wrap items-center gap-x-6 border-b border-rule px-6 max-md:px-4">
        <h1 className="font-script text-xl font-semibold">Who is told of what</h1>
        <Picks
          name="For whom"
          picks={picks}
          at={at}
          onPick={index => setSearch(index === 1 ? { for: 'everybody' } : {}, { replace: true })}
        />
      </header>
      <div className="max-w-4xl px-6 pt-5 pb-16 max-md:px-4">
        {at === 0 ? (
          <ForYou />
        ) : (
          <>
            <ForEverybody />
            {member.role === 'lead' ? <TestNotice /> : null}
          </>
        )}
      </div>
    </main>
  );
}
