import type { ReactNode } from 'react';
import { screen } from '../shell/screen.tsx';

const signIn = screen(async () => ({ default: (await import('./sign-in.tsx')).SignInPage }));

/** The pages for who is not signed in, by their paths; everywhere else one signs in. */
const pages: Readonly<Record<string, ReactNode>> = {
  '/begin': screen(async () => ({ default: (await import('./begin.tsx')).Begin })),
  '/join': screen(async () => ({ default: (await import('./join.tsx')).Join })),
  '/password': screen(async () => ({ default: (await import('./password.tsx')).NewPassword })),
  '/forgotten': screen(async () => ({ default: (await import('./password.tsx')).Forgotten })),
};

export function Door() {
  return pages[location.pathname] ?? signIn;
}
