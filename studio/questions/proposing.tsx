import { BUSINESS_KINDS, type BusinessKind, questionRoutes } from '@kineta/contract';
import { toast } from 'sonner';
import { call } from '../shell/api.ts';
import { Button } from '../ui/button.tsx';
import { Dialog } from '../ui/dialog.tsx';
import { change } from './several.tsx';

const names: Record<BusinessKind, string> = {
  'at home': 'Services at people’s homes',
  shop: 'A shop',
  software: 'Software',
  practice: 'A practice',
  school: 'A school or courses',
};

/** Takes in what a kind of business is always asked, as drafts. */
export function Proposing({ onClose }: { onClose: () => void }) {
  const take = async (business: BusinessKind) => {
    const taken = await change(() => call(questionRoutes.propose, { body: { business } }));
    if (!taken) return;
    toast(taken.fresh === 0 ? 'All of them are here already.' : `${taken.fresh} questions wait under “To check”.`);
    onClose();
  };
  return (
    <Dialog
      open
      title="What you are always asked"
      description="Questions that every business of a kind hears, with answers begun. You write each to its end; nobody is told any before you say yes."
      onClose={onClose}
    >
      <ul className="space-y-2">
        {BUSINESS_KINDS.map(kind => (
          <li key={kind}>
            <Button className="w-full" onClick={() => void take(kind)}>
              {names[kind]}
            </Button>
          </li>
        ))}
      </ul>
    </Dialog>
  );
}
