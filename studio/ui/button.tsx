import type { ButtonHTMLAttributes, ReactNode } from 'react';

type Look = 'main' | 'plain' | 'quiet' | 'danger';

const looks: Record<Look, string> = {
  main: 'bg-petrol text-white hover:bg-petrol-dark disabled:bg-paper-2 disabled:text-ink-3',
  plain: 'border border-rule bg-sheet hover:border-ink-3 disabled:text-ink-3',
  quiet: 'text-ink-2 hover:bg-paper-2 hover:text-ink disabled:text-ink-3',
  danger:
    'border border-brick bg-sheet text-brick hover:bg-brick-2 disabled:border-rule disabled:bg-sheet disabled:text-ink-3',
};

interface ButtonProps extends ButtonHTMLAttributes<HTMLButtonElement> {
  look?: Look;
}

/** What a button looks like, for a link that stands among buttons. */
export const buttonClass = (look: Look = 'plain'): string =>
  `inline-flex min-h-8 items-center justify-center gap-1.5 rounded-md px-3.5 py-1 font-medium transition-colors ${looks[look]}`;

export function Button({ look = 'plain', className = '', type = 'button', ...rest }: ButtonProps) {
  return <button type={type} className={`${buttonClass(look)} ${className}`} {...rest} />;
}

/** A button that shows only a picture; its name is said and shown on hover. */
export function IconButton({
  name,
  children,
  className = '',
  ...rest
}: ButtonProps & { name: string; children: ReactNode }) {
  return (
    <button
      type="button"
      aria-label={name}
      title={name}
      className={`grid size-7 shrink-0 place-items-center rounded text-ink-2 hover:bg-paper-2 hover:text-ink disabled:opacity-40 ${className}`}
      {...rest}
    >
      {children}
    </button>
  );
}
