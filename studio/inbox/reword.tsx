import { type WordingWish, wordingRoutes } from '@kineta/contract';
import { PenLine, Undo2 } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import { useSignedIn } from '../account/store.ts';
import { call, sentenceOf } from '../shell/api.ts';
import { IconButton } from '../ui/button.tsx';
import { Menu } from '../ui/menu.tsx';

const wishes: Record<WordingWish, string> = {
  corrected: 'Correct it',
  shorter: 'Make it shorter',
  friendlier: 'Make it friendlier',
  plainer: 'Say it more plainly',
};

/** Has what is written put otherwise by the service that is set up for it; nothing where none is. What was there comes back by a press. */
export function Reword({ text, onReworded }: { text: string; onReworded: (text: string) => void }) {
  const { helpsWording } = useSignedIn();
  const [busy, setBusy] = useState(false);
  /** What came of it, and what was written before. */
  const [reworded, setReworded] = useState<{ to: string; from: string }>();
  if (!helpsWording) return null;
  const reword = async (wish: WordingWish) => {
    setBusy(true);
    try {
      const { text: to } = await call(wordingRoutes.reword, { body: { text, wish } });
      setReworded({ to, from: text });
      onReworded(to);
    } catch (error) {
      toast.error(sentenceOf(error));
    }
    setBusy(false);
  };
  return (
    <>
      <Menu
        items={(Object.keys(wishes) as WordingWish[]).map(wish => ({
          label: wishes[wish],
          onSelect: () => void reword(wish),
        }))}
      >
        <IconButton
          name={busy ? 'A wording is on its way' : 'Help with the wording'}
          disabled={busy || text.trim() === ''}
        >
          <PenLine className="size-4" aria-hidden="true" />
        </IconButton>
      </Menu>
      {reworded && text === reworded.to ? (
        <IconButton
          name="Back to my own words"
          onClick={() => {
            onReworded(reworded.from);
            setReworded(undefined);
          }}
        >
          <Undo2 className="size-4" aria-hidden="true" />
        </IconButton>
      ) : null}
    </>
  );
}
