import { lazy, Suspense, useId, useRef, useState } from 'react';
import type { Shape } from './cut.tsx';
import { KINDS, uploaded, wrongPicture } from './upload.ts';

/** A face, as it is kept. */
export const FACE = { width: 192, height: 192, round: true } as const satisfies Shape;

const Cut = lazy(() => import('./cut.tsx'));

/** Chooses a picture of one’s own, cuts it to a shape and uploads it; or takes the one that there is away. */
export function OwnPicture({
  name,
  shape,
  picture,
  onPicture,
}: {
  /** What it is, for those who listen: “Own face”. */
  name: string;
  shape: Shape;
  picture: string | null;
  onPicture: (address: string | null) => void;
}) {
  const input = useRef<HTMLInputElement>(null);
  const [file, setFile] = useState<File>();
  const [mistake, setMistake] = useState('');
  const id = useId();
  const choose = (chosen: File | undefined) => {
    if (input.current) input.current.value = '';
    if (!chosen) return;
    const wrong = wrongPicture(chosen, true);
    setMistake(wrong ?? '');
    if (!wrong) setFile(chosen);
  };
  return (
    <>
      <input
        ref={input}
        type="file"
        accept={KINDS}
        hidden
        aria-label={name}
        onChange={event => choose(event.target.files?.[0])}
      />
      <span className="inline-flex flex-wrap items-center gap-2">
        {picture ? (
          <img
            src={picture}
            alt=""
            className={`h-9 object-cover ${shape.round ? 'w-9 rounded-full' : 'max-w-28 rounded'}`}
          />
        ) : null}
        <button
          type="button"
          aria-describedby={mistake ? id : undefined}
          className="min-h-8 rounded-md border border-rule bg-sheet px-2.5 text-[0.8125rem] hover:border-ink-3"
          onClick={() => input.current?.click()}
        >
          {picture ? 'Another…' : 'Choose…'}
          <span className="sr-only"> {name}</span>
        </button>
        {picture ? (
          <button type="button" className="text-[0.8125rem] text-ink-2 underline" onClick={() => onPicture(null)}>
            Without<span className="sr-only"> {name}</span>
          </button>
        ) : null}
      </span>
      {mistake ? (
        <p id={id} role="alert" className="mt-1 text-brick">
          {mistake}
        </p>
      ) : null}
      {file ? (
        <Suspense>
          <Cut
            file={file}
            shape={shape}
            onClose={() => setFile(undefined)}
            onCut={async cut => {
              setFile(undefined);
              const address = await uploaded(cut);
              if (address) onPicture(address);
            }}
          />
        </Suspense>
      ) : null}
    </>
  );
}
