import type { Picture } from '@kineta/core';
import { ImagePlus, X } from 'lucide-react';
import { useRef, useState } from 'react';
import { toast } from 'sonner';
import { scaled } from '../pictures/scaled.ts';
import { KINDS, uploaded, wrongPicture } from '../pictures/upload.ts';
import { IconButton } from '../ui/button.tsx';

/** So many go with one reply. */
const MOST = 6;

/** A file’s name without its ending: what its picture is called until somebody says better. */
const called = (name: string): string => name.replace(/\.\w{1,5}$/, '').slice(0, 200) || 'Picture';

/** Takes in the pictures that are to go with a reply, however they come. */
export function useAttaching(attached: readonly Picture[], attach: (pictures: readonly Picture[]) => void) {
  const [busy, setBusy] = useState(false);
  const take = async (files: readonly File[]) => {
    if (files.length === 0) return;
    if (attached.length + files.length > MOST) {
      toast.error(`At most ${MOST} pictures go together.`);
      return;
    }
    setBusy(true);
    const fresh: Picture[] = [];
    for (const file of files) {
      const wrong = wrongPicture(file, true);
      if (wrong) {
        toast.error(wrong);
        continue;
      }
      try {
        const src = await uploaded(await scaled(file));
        if (src) fresh.push({ src, alt: called(file.name) });
      } catch {
        toast.error(`${file.name} is no picture that can be opened.`);
      }
    }
    attach([...attached, ...fresh]);
    setBusy(false);
  };
  return { busy, take };
}

/** The files that were pasted or dropped. */
export const filesOf = ({ files }: DataTransfer): File[] => [...files];

/** Chooses pictures to go with a reply. */
export function AttachButton({ busy, onFiles }: { busy: boolean; onFiles: (files: readonly File[]) => void }) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <input
        ref={input}
        type="file"
        accept={KINDS}
        multiple
        hidden
        aria-label="Pictures for the visitor"
        onChange={event => {
          onFiles([...(event.target.files ?? [])]);
          event.target.value = '';
        }}
      />
      <IconButton
        name={busy ? 'The picture is on its way' : 'Send a picture'}
        disabled={busy}
        onClick={() => input.current?.click()}
      >
        <ImagePlus className="size-4" aria-hidden="true" />
      </IconButton>
    </>
  );
}

/** The pictures that are to go with a reply, with what they are called for those who do not see them. */
export function Attached({
  pictures,
  onChange,
}: {
  pictures: readonly Picture[];
  onChange: (pictures: readonly Picture[]) => void;
}) {
  if (pictures.length === 0) return null;
  return (
    <ul aria-label="Pictures that go with it" className="mb-2 flex flex-wrap gap-2">
      {pictures.map((picture, at) => (
        <li key={picture.src} className="w-28 rounded-md border border-rule bg-sheet p-1">
          <span className="relative block">
            <img src={picture.src} alt="" className="h-16 w-full rounded object-cover" />
            <button
              type="button"
              aria-label={`Leave ${picture.alt} out`}
              className="absolute top-0.5 right-0.5 grid size-5 place-items-center rounded-full bg-sheet/90"
              onClick={() => onChange(pictures.filter(one => one !== picture))}
            >
              <X className="size-3" aria-hidden="true" />
            </button>
          </span>
          <input
            aria-label="What it shows"
            maxLength={200}
            value={picture.alt}
            onChange={event =>
              onChange(pictures.map((one, index) => (index === at ? { ...one, alt: event.target.value } : one)))
            }
            className="mt-1 w-full bg-transparent text-xs outline-none"
          />
        </li>
      ))}
    </ul>
  );
}
