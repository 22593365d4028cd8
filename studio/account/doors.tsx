import type { ComponentType } from 'react';
import { Begin } from './begin.tsx';
import { Join } from './join.tsx';
import { Forgotten, NewPassword } from './password.tsx';
import { SignInPage } from './sign-in.tsx';

/** The pages for who is not signed in, by their paths; everywhere else one signs in. */
const pages: Readonly<Record<string, ComponentType>> = {
  '/begin': Begin,
  '/join': Join,
  '/password': NewPassword,
  '/forgotten': Forgotten,
};

export function Door() {
  const Page = pages[location.pathname] ?? SignInPage;
  return <Page />;
}
