import { X } from 'lucide-react';
import { IconButton } from './button.tsx';

/** Takes one out of a list. */
export function RemoveButton({ name, onClick }: { name: string; onClick: () => void }) {
  return (
    <IconButton name={name} onClick={onClick}>
      <X className="size-3.5" aria-hidden="true" />
    </IconButton>
  );
}
