import { questionRoutes, Synonyms } from '@kineta/contract';
import { toast } from 'sonner';
import { z } from 'zod';
import { call } from '../shell/api.ts';
import { useRoute } from '../shell/query.ts';
import { useSentForm } from '../shell/sent-form.ts';
import { Button } from '../ui/button.tsx';
import { Dialog } from '../ui/dialog.tsx';
import { TextArea } from '../ui/field.tsx';
import { Skeleton } from '../ui/skeleton.tsx';

const lines = ({ groups }: Synonyms): string => groups.map(group => group.join(', ')).join('\n');

const Written = z
  .object({ groups: z.string() })
  .transform(({ groups }) => ({
    groups: groups
      .split('\n')
      .map(line =>
        line
          .split(',')
          .map(phrase => phrase.trim())
          .filter(Boolean),
      )
      .filter(group => group.length > 0),
  }))
  .pipe(Synonyms);

function Lines({ kept, onClose }: { kept: Synonyms; onClose: () => void }) {
  const form = useSentForm(Written, { groups: lines(kept) }, async body => {
    await call(questionRoutes.setSynonyms, { body });
    toast('What is asked is read by these words from now on.');
    onClose();
  });
  return (
    <form onSubmit={form.submit} noValidate>
      <TextArea
        label="One line for each, with commas between; the first is the one that your answers use"
        rows={6}
        placeholder={'heat pump, ASHP, air source unit\nhot water cylinder, tank, boiler cupboard'}
        mistake={form.mistakeAt('groups') ?? form.mistake}
        {...form.register('groups')}
      />
      <p className="mt-4 flex gap-2">
        <Button look="main" type="submit" disabled={form.formState.isSubmitting}>
          Keep them
        </Button>
        <Button onClick={onClose}>Leave it</Button>
      </p>
    </form>
  );
}

/** Words and phrases of one’s own that mean the same, whichever of them visitors use. */
export function SameWords({ onClose }: { onClose: () => void }) {
  const { data } = useRoute(questionRoutes.synonyms, {});
  return (
    <Dialog
      open
      title="Words that mean the same"
      description="Your trade’s words, brand names and short forms, whichever of them a visitor uses. Common words are understood without it."
      onClose={onClose}
    >
      {data ? <Lines kept={data} onClose={onClose} /> : <Skeleton lines={4} />}
    </Dialog>
  );
}
