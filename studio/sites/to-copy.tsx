import { toast } from 'sonner';
import { Button } from '../ui/button.tsx';

/** Words to be pasted elsewhere, with the button that takes them. */
export function ToCopy({ name, text, rows = 1 }: { name: string; text: string; rows?: number }) {
  return (
    <div className="flex items-start gap-2">
      <textarea
        aria-label={name}
        readOnly
        rows={rows}
        value={text}
        className="min-w-0 flex-1 resize-none [field-sizing:content] rounded-md border border-rule bg-paper-2 px-2.5 py-1.5 font-mono text-[0.8125rem]"
        onFocus={event => event.target.select()}
      />
      <Button onClick={() => navigator.clipboard?.writeText(text).then(() => toast.success('It is copied.'))}>
        Copy<span className="sr-only"> {name}</span>
      </Button>
    </div>
  );
}
