import { Dialog as Radix } from 'radix-ui';
import type { ReactNode } from 'react';

interface DialogProps {
  title: string;
  /** One sentence under the title. */
  description?: string;
  open: boolean;
  /** Not given for a dialog that cannot be put off. */
  onClose?: () => void;
  /** For what is to be read across. */
  wide?: boolean;
  children: ReactNode;
}

export function Dialog({ title, description, open, onClose, wide = false, children }: DialogProps) {
  return (
    <Radix.Root open={open} onOpenChange={next => !next && onClose?.()}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-40 bg-ink/35" />
        <Radix.Content
          className={`appear fixed top-[10vh] left-1/2 z-50 max-h-[82vh] -translate-x-1/2 overflow-y-auto rounded-xl border border-rule bg-sheet p-6 shadow-xl ${wide ? 'w-[min(46rem,calc(100vw-2rem))]' : 'w-[min(30rem,calc(100vw-2rem))]'}`}
          {...(description ? {} : { 'aria-describedby': undefined })}
        >
          <Radix.Title className="font-script text-xl font-semibold">{title}</Radix.Title>
          {description ? <Radix.Description className="mt-1 text-ink-2">{description}</Radix.Description> : null}
          <div className="mt-4">{children}</div>
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
