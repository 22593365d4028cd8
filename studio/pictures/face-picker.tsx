import { drawnFaces, type Face, faceAddress } from '@kineta/core';
import { FACE, OwnPicture } from './own-picture.tsx';

/** Chooses a face: one of those that are drawn, a picture of one’s own, or none. */
export function FacePicker({
  name,
  face,
  onFace,
}: {
  name: string;
  face: Face | null;
  onFace: (face: Face | null) => void;
}) {
  return (
    <div role="group" aria-label={name} className="flex flex-wrap items-center gap-1.5">
      {drawnFaces.map(drawn => {
        const isChosen = face !== null && 'drawn' in face && face.drawn === drawn;
        return (
          <button
            key={drawn}
            type="button"
            aria-pressed={isChosen}
            aria-label={drawn}
            className={`size-8 rounded-full ${isChosen ? 'outline-2 outline-offset-2 outline-petrol' : 'opacity-80 hover:opacity-100'}`}
            onClick={() => onFace(isChosen ? null : { drawn })}
          >
            <img src={faceAddress({ drawn })!} alt="" className="size-8 rounded-full" />
          </button>
        );
      })}
      <OwnPicture
        name={name}
        shape={FACE}
        picture={face && 'picture' in face ? face.picture : null}
        onPicture={picture => onFace(picture === null ? null : { picture })}
      />
    </div>
  );
}
