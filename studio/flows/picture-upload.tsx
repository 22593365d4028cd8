import { flowRoutes } from '@kineta/contract';
import type { Picture } from '@kineta/core';
import { ImagePlus } from 'lucide-react';
import { useRef } from 'react';
import { toast } from 'sonner';
import { call, sentenceOf } from '../shell/api.ts';
import { IconButton } from '../ui/button.tsx';
import { SmallInput } from '../ui/field.tsx';
import { RemoveButton } from '../ui/remove-button.tsx';

const LARGEST_PICTURE = 4 * 1024 * 1024;

/** Uploads a picture from a file. */
export function PictureUpload({ onPicture }: { onPicture: (picture: Picture) => void }) {
  const file = useRef<HTMLInputElement>(null);
  // It takes a while, in which its step is written on.
  const latest = useRef(onPicture);
  latest.current = onPicture;
  const upload = async (chosen: File | undefined) => {
    if (!chosen) return;
    if (chosen.size > LARGEST_PICTURE) {
      toast.error(`${chosen.name} is larger than 4 MB. Make it smaller and try again.`);
      return;
    }
    try {
      const { src } = await call(flowRoutes.addPicture, { raw: chosen });
      latest.current({ src, alt: '' });
    } catch (error) {
      toast.error(sentenceOf(error));
    }
  };
  return (
    <>
      <input
        ref={file}
        type="file"
        accept="image/png,image/jpeg,image/gif,image/webp"
        hidden
        onChange={event => upload(event.target.files?.[0])}
      />
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
