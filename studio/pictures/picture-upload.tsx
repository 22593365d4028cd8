import type { Picture } from '@kineta/core';
import { ImagePlus } from 'lucide-react';
import { useRef } from 'react';
import { toast } from 'sonner';
import { IconButton } from '../ui/button.tsx';
import { SmallInput } from '../ui/field.tsx';
import { RemoveButton } from '../ui/remove-button.tsx';
import { KINDS, uploaded, wrongPicture } from './upload.ts';

/** Uploads a picture from a file. */
export function PictureUpload({ onPicture }: { onPicture: (picture: Picture) => void }) {
  const file = useRef<HTMLInputElement>(null);
  // It takes a while, in which its step is written on.
  const latest = useRef(onPicture);
  latest.current = onPicture;
  const upload = async (chosen: File | undefined) => {
    if (!chosen) return;
    const wrong = wrongPicture(chosen);
    if (wrong) {
      toast.error(wrong);
      return;
    }
    const src = await uploaded(chosen);
    if (src) latest.current({ src, alt: '' });
  };
  return (
    <>
      <input ref={file} type="file" accept={KINDS} hidden onChange={event => upload(event.target.files?.[0])} />
      <IconButton name="Add a picture" onClick={() => file.current?.click()}>
        <ImagePlus className="size-3.5" aria-hidden="true" />
      </IconButton>
    </>
  );
}

/** Says what a picture shows, for people who cannot see it; or takes it away. */
export function PictureDescription({
  picture,
  onSet,
  onRemove,
}: {
  picture: Picture;
  onSet: (picture: Picture) => void;
  onRemove: () => void;
}) {
  return (
    <span className="flex min-w-48 flex-1 items-center gap-1.5">
      <img src={picture.src} alt="" className="size-7 rounded object-cover" />
      <SmallInput
        name="What the picture shows"
        placeholder="What the picture shows"
        value={picture.alt}
        className="flex-1"
        onChange={event => onSet({ ...picture, alt: event.target.value })}
      />
      <RemoveButton name="Remove the picture" onClick={onRemove} />
    </span>
  );
}
