import { productRoutes, type SheetRead } from '@kineta/contract';
import { useRef, useState } from 'react';
import { call, sentenceOf } from '../../shell/api.ts';
import { changedHere } from '../../shell/query.ts';
import { Button } from '../../ui/button.tsx';
import { Dialog } from '../../ui/dialog.tsx';
import { countWords } from '../../ui/writing.ts';

const MOST_CHARACTERS = 2_000_000;

const things = (count: number): string => (count === 1 ? 'one thing' : `${countWords(count)} things`);

/** What a table would bring, before it is taken in. */
function Brings({ read }: { read: SheetRead }) {
  const used = read.columns.filter(({ is }) => is !== null);
  const left = read.columns.filter(({ is, name }) => is === null && name !== '');
  return (
    <div className="space-y-3">
      <p>
        {[
          read.fresh > 0 ? `${things(read.fresh)} new` : '',
          read.changed > 0 ? `${things(read.changed)} otherwise than now` : '',
          read.same > 0 ? `${things(read.same)} as now` : '',
        ]
          .filter(Boolean)
          .join(', ') || 'Nothing that can be taken in'}
        .
      </p>
      {used.length > 0 ? (
        <p className="text-ink-2">
          {used.map(({ name, is }) => `“${name}” is the ${columnNames[is!]}`).join(', ')}.
          {left.length > 0 ? ` Not used: ${left.map(({ name }) => `“${name}”`).join(', ')}.` : ''}
        </p>
      ) : null}
      {read.wrong > 0 ? (
        <div>
          <p className="text-brick">
            {read.wrong === 1
              ? 'One thing is wrong; its row is left out:'
              : `${countWords(read.wrong)} things are wrong; their rows are left out:`}
          </p>
          <ul className="mt-1 max-h-48 overflow-y-auto">
            {read.mistakes.map(({ row, column, message }) => (
              <li key={`${row} ${column} ${message}`}>
                <b className="font-semibold">
                  Row {row}
                  {column ? `, ${column}` : ''}:
                </b>{' '}
                {message}
              </li>
            ))}
          </ul>
        </div>
      ) : null}
    </div>
  );
}

const columnNames: Readonly<Record<NonNullable<SheetRead['columns'][number]['is']>, string>> = {
  ref: 'reference',
  name: 'name',
  words: 'description',
  price: 'price',
  currency: 'currency',
  stock: 'stock',
  left: 'number in stock',
  page: 'page',
  picture: 'picture',
};

/** Takes in a table of things for sale, once one has seen what it brings. */
export function TakeTable({ onClose }: { onClose: () => void }) {
  const file = useRef<HTMLInputElement>(null);
  const [csv, setCsv] = useState('');
  const [read, setRead] = useState<SheetRead>();
  const [mistake, setMistake] = useState('');
  const [busy, setBusy] = useState(false);
  const ask = async (text: string, keep: boolean) => {
    setBusy(true);
    setMistake('');
    try {
      const reply = await call(productRoutes.sheet, { body: { csv: text, keep } });
      if (keep) {
        await changedHere(productRoutes.list);
        onClose();
      } else setRead(reply);
    } catch (error) {
      setMistake(sentenceOf(error));
    }
    setBusy(false);
  };
  const choose = async (chosen: File | undefined) => {
    if (!chosen) return;
    if (chosen.size > MOST_CHARACTERS) {
      setMistake('This table is too large: at most two million characters.');
      return;
    }
    const text = await chosen.text();
    setCsv(text);
    await ask(text, false);
  };
  const brings = read ? read.fresh + read.changed : 0;
  return (
    <Dialog
      open
      wide
      title="Things for sale from a table"
      description="A CSV file with a row for each, and the names of its columns in the first row: name, and any of reference, description, price, currency, stock, page and picture. What has a reference that is here already is changed in what the table says of it."
      onClose={onClose}
    >
      <input
        ref={file}
        type="file"
        accept=".csv,text/csv"
        hidden
        aria-label="The table"
        onChange={event => {
          void choose(event.target.files?.[0]);
          event.target.value = '';
        }}
      />
      {read ? <Brings read={read} /> : null}
      {mistake ? (
        <p role="alert" className="mt-2 text-brick">
          {mistake}
        </p>
      ) : null}
      <div className="mt-4 flex justify-end gap-2">
        <Button onClick={onClose}>Leave it</Button>
        <Button look={read ? 'plain' : 'main'} disabled={busy} onClick={() => file.current?.click()}>
          {read ? 'Choose another' : 'Choose a file'}
        </Button>
        {read ? (
          <Button look="main" disabled={busy || brings === 0} onClick={() => void ask(csv, true)}>
            Take in {things(brings)}
          </Button>
        ) : null}
      </div>
    </Dialog>
  );
}
