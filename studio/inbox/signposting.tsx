import { conversationRoutes, Offered } from '@kineta/contract';
import { useId, useState } from 'react';
import { useRoute } from '../shell/query.ts';
import { Button } from '../ui/button.tsx';
import { TextField } from '../ui/field.tsx';
import { offerKeys } from './keys.ts';

/** What an offer is called. */
export const offerName = ({ title, code, page }: Offered): string => title || code || page || '';

const nothing = { page: '', code: '', title: '' };

/** What the visitor is offered with a reply: a page that they may go to, one of the site’s or any, and a code. */
export function Offering({
  conversation,
  onOffer,
  onLeave,
}: {
  conversation: string;
  onOffer: (offer: Offered) => void;
  onLeave: () => void;
}) {
  const { data } = useRoute(conversationRoutes.pages, { params: { id: conversation } });
  const [written, setWritten] = useState(nothing);
  const [mistakes, setMistakes] = useState<Partial<typeof nothing>>({});
  const known = useId();
  const write = (part: Partial<typeof nothing>) => {
    setWritten({ ...written, ...part });
    setMistakes({});
  };
  const offer = () => {
    const given = Object.entries(written).filter(([, value]) => value.trim() !== '');
    const read = Offered.safeParse(Object.fromEntries(given));
    if (read.success) onOffer(read.data);
    else setMistakes(Object.fromEntries(read.error.issues.map(({ path, message }) => [path[0], message])));
  };
  return (
    <fieldset
      className="mb-2 flex flex-wrap items-start gap-2"
      onKeyDown={event => {
        const key = offerKeys.pressed(event);
        if (key) event.preventDefault();
        if (key === 'offer') offer();
        else if (key === 'leave') onLeave();
      }}
    >
      <legend className="sr-only">An offer</legend>
      <TextField
        className="min-w-36 flex-1"
        label="Page"
        placeholder="/heat-pumps"
        list={known}
        autoFocus
        value={written.page}
        mistake={mistakes.page}
        onChange={event => write({ page: event.target.value })}
      />
      <datalist id={known}>
        {data?.pages.map(one => (
          <option key={one}>{one}</option>
        ))}
      </datalist>
      <TextField
        className="w-28"
        label="Code"
        placeholder="SPRING10"
        maxLength={40}
        value={written.code}
        mistake={mistakes.code}
        onChange={event => write({ code: event.target.value })}
      />
      <TextField
        className="min-w-36 flex-1"
        label="What it is called"
        placeholder="Our heat pumps"
        maxLength={100}
        value={written.title}
        mistake={mistakes.title}
        onChange={event => write({ title: event.target.value })}
      />
      <span className="flex w-full justify-end gap-2">
        <Button type="button" look="quiet" onClick={onLeave}>
          Not now
        </Button>
        <Button type="button" onClick={offer}>
          Put it in
        </Button>
      </span>
    </fieldset>
  );
}
