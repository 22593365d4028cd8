import type { Problem } from '@kineta/contract';
import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import { CallError, sentenceOf } from '../shell/api.ts';
import { Button } from '../ui/button.tsx';

/** How what is written stands to what is on the site, and the ways to put it there or leave it. */
export function PutOnSite({
  says,
  changes,
  isWrong,
  onUndo,
  put,
  clash,
}: {
  says: string;
  /** In how much it differs. */
  changes: number;
  /** Whether it cannot be put there yet. */
  isWrong: boolean;
  onUndo: () => void;
  put: () => Promise<unknown>;
  /** With which code it is refused when somebody else was faster, and how theirs is taken up. */
  clash: { code: Problem['code']; takeUp: () => Promise<void> };
}) {
  const [busy, setBusy] = useState(false);
  const isChanged = changes > 0;
  useEffect(() => {
    if (!isChanged) return;
    const stay = (event: BeforeUnloadEvent) => event.preventDefault();
    addEventListener('beforeunload', stay);
    return () => removeEventListener('beforeunload', stay);
  }, [isChanged]);
  const onPut = async () => {
    setBusy(true);
    try {
      await put();
      toast.success('It is on the site.');
    } catch (error) {
      toast.error(sentenceOf(error));
      if (error instanceof CallError && error.problem.code === clash.code) await clash.takeUp();
    } finally {
      setBusy(false);
    }
  };
  return (
    <div className="ml-auto flex items-center gap-2">
      <span role="status" className="font-script text-ink-2 italic max-md:sr-only">
        {says}
      </span>
      {isChanged ? (
        <Button look="quiet" onClick={onUndo}>
          Undo {changes === 1 ? 'it' : 'them'}
        </Button>
      ) : null}
      <Button look="main" disabled={!isChanged || isWrong || busy} onClick={onPut}>
        Put on the site
      </Button>
    </div>
  );
}
