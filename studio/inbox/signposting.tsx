import { conversationRoutes, type ListedProduct, Signpost } from '@kineta/contract';
import { useId, useState } from 'react';
import { ProductPick } from '../products/product-pick.tsx';
import { useRoute } from '../shell/query.ts';
import { Button } from '../ui/button.tsx';
import { TextField } from '../ui/field.tsx';
import { signpostKeys } from './keys.ts';

/** What a signpost is called. */
export const signpostName = ({ title, code, page }: Signpost): string => title || code || page || '';

const nothing = { page: '', code: '', title: '' };

/** What the visitor is pointed to with a reply: a thing for sale, a page that they may go to, one of the site’s or any, or a code. */
export function Signposting({
  conversation,
  onPut,
  onProduct,
  onLeave,
}: {
  conversation: string;
  onPut: (signpost: Signpost) => void;
  onProduct: (product: ListedProduct) => void;
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
  const put = () => {
    const given = Object.entries(written).filter(([, value]) => value.trim() !== '');
    const read = Signpost.safeParse(Object.fromEntries(given));
    if (read.success) onPut(read.data);
    else setMistakes(Object.fromEntries(read.error.issues.map(({ path, message }) => [path[0], message])));
  };
  return (
    <fieldset
      className="mb-2 flex flex-wrap items-start gap-2"
      onKeyDown={event => {
        const key = signpostKeys.pressed(event);
        if (key) event.preventDefault();
        if (key === 'put') put();
        else if (key === 'leave') onLeave();
      }}
    >
      <legend className="sr-only">A thing for sale, a page or a code</legend>
      <div className="w-full">
        <ProductPick name="A thing for sale" autoFocus opens="above" onPick={onProduct} />
      </div>
      <TextField
        className="min-w-36 flex-1"
        label="Page"
        placeholder="/heat-pumps"
        list={known}
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
        <Button type="button" onClick={put}>
          Put it in
        </Button>
      </span>
    </fieldset>
  );
}
