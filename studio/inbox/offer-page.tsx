import { conversationRoutes, PageOffered } from '@kineta/contract';
import { useId, useState } from 'react';
import { useRoute } from '../shell/query.ts';
import { Button } from '../ui/button.tsx';
import { TextField } from '../ui/field.tsx';
import { pageKeys } from './keys.ts';

/** Which page the visitor may go to, if they like: one of the site’s, or any. */
export function OfferPage({
  conversation,
  onOffer,
  onLeave,
}: {
  conversation: string;
  onOffer: (page: PageOffered) => void;
  onLeave: () => void;
}) {
  const { data } = useRoute(conversationRoutes.pages, { params: { id: conversation } });
  const [page, setPage] = useState('');
  const [title, setTitle] = useState('');
  const [mistake, setMistake] = useState('');
  const known = useId();
  const offer = () => {
    const read = PageOffered.safeParse({ page, ...(title.trim() ? { title } : {}) });
    if (read.success) onOffer(read.data);
    else setMistake(read.error.issues[0]?.message ?? '');
  };
  return (
    <fieldset
      className="mb-2 grid grid-cols-[1fr_1fr_auto_auto] items-start gap-2 max-md:grid-cols-2"
      onKeyDown={event => {
        const key = pageKeys.pressed(event);
        if (key) event.preventDefault();
        if (key === 'offer') offer();
        else if (key === 'leave') onLeave();
      }}
    >
      <legend className="sr-only">A page to go to</legend>
      <TextField
        label="Page"
        placeholder="/heat-pumps"
        list={known}
        autoFocus
        value={page}
        mistake={mistake}
        onChange={event => {
          setPage(event.target.value);
          setMistake('');
        }}
      />
      <datalist id={known}>
        {data?.pages.map(one => (
          <option key={one}>{one}</option>
        ))}
      </datalist>
      <TextField
        label="What it is called"
        placeholder="Our heat pumps"
        maxLength={100}
        value={title}
        onChange={event => setTitle(event.target.value)}
      />
      <Button type="button" className="mt-6 max-md:mt-0" disabled={page.trim() === ''} onClick={offer}>
        Put it in
      </Button>
      <Button type="button" look="quiet" className="mt-6 max-md:mt-0" onClick={onLeave}>
        Not now
      </Button>
    </fieldset>
  );
}
