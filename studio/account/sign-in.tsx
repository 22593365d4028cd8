import { accountRoutes } from '@kineta/contract';
import { Logo } from '../shell/logo.tsx';
import { useSentForm } from '../shell/sent-form.ts';
import { Button } from '../ui/button.tsx';
import { Dialog } from '../ui/dialog.tsx';
import { TextField } from '../ui/field.tsx';
import { useAccount } from './store.ts';

function SignInForm({ email = '' }: { email?: string }) {
  const signIn = useAccount(state => state.signIn);
  const { register, submit, mistake, mistakeAt, formState } = useSentForm(
    accountRoutes.signIn.body,
    { email, password: '' },
    sent => signIn(sent.email, sent.password),
  );
  return (
    <form onSubmit={submit} className="space-y-4">
      <TextField
        label="Email"
        type="email"
        autoComplete="username"
        required
        autoFocus={email === ''}
        mistake={mistakeAt('email')}
        {...register('email')}
      />
      <TextField
        label="Password"
        type="password"
        autoComplete="current-password"
        required
        autoFocus={email !== ''}
        mistake={mistakeAt('password') ?? mistake}
        {...register('password')}
      />
      <Button look="main" type="submit" disabled={formState.isSubmitting} className="w-full">
        Sign in
      </Button>
    </form>
  );
}

export function SignInPage() {
  return (
    <main className="grid h-full place-items-center bg-night p-4">
      <div className="w-full max-w-sm rounded-xl bg-sheet p-8">
        <div className="mb-1 text-ink">
          <Logo dark={false} />
        </div>
        <p className="mb-6 text-ink-2">Conversations, written like a play.</p>
        <SignInForm />
      </div>
    </main>
  );
}

/** Over the page when the session has ended: what was being written stays behind it, and goes on. */
export function SignInAgain() {
  const ended = useAccount(state => state.ended);
  const account = useAccount(state => state.account);
  return (
    <Dialog title="Please sign in again" description="Your session has ended. Nothing you wrote is lost." open={ended}>
      <SignInForm email={account?.member.email ?? ''} />
    </Dialog>
  );
}
