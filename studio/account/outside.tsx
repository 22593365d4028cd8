import type { ReactNode } from 'react';
import { Logo } from '../shell/logo.tsx';

/** What stands around the pages before one is signed in. */
export function Outside({ title, wide = false, children }: { title?: string; wide?: boolean; children: ReactNode }) {
  return (
    <main className="grid min-h-full place-items-center overflow-y-auto bg-night p-4">
      <div className={`w-full rounded-xl bg-sheet max-md:p-5 ${wide ? 'max-w-2xl px-8 py-5' : 'max-w-sm p-8'}`}>
        <div className="mb-1 text-ink">
          <Logo dark={false} />
        </div>
        {title ? <h1 className="my-3 font-script text-xl font-semibold">{title}</h1> : null}
        {children}
      </div>
    </main>
  );
}

/** When a link is not good: why, and what to do. */
export function LinkGone({ sentence }: { sentence: string }) {
  return (
    <Outside title="This link does not work any more">
      <p role="alert" className="text-ink-2">
        {sentence}
      </p>
      <p className="mt-4">
        <a href="/" className="text-petrol underline">
          To the sign-in
        </a>
      </p>
    </Outside>
  );
}

/** What a link that was sent carries: behind `#`, so that no server and no log on the way has seen it. */
export const tokenHere = (): string => location.hash.slice(1);
