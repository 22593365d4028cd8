import { useEffect, useState } from 'react';
import Cropper, { type Area } from 'react-easy-crop';
import { Button } from '../ui/button.tsx';
import { Dialog } from '../ui/dialog.tsx';
import 'react-easy-crop/react-easy-crop.css';

/** What is cut out, in pixels of the picture that is made. */
export interface Shape {
  width: number;
  height: number;
  round?: true;
}

async function cutOut(source: string, { x, y, width, height }: Area, shape: Shape): Promise<Blob> {
  const picture = new Image();
  picture.src = source;
  await picture.decode();
  const canvas = document.createElement('canvas');
  canvas.width = shape.width;
  canvas.height = shape.height;
  canvas.getContext('2d')!.drawImage(picture, x, y, width, height, 0, 0, shape.width, shape.height);
  return new Promise((resolve, reject) =>
    canvas.toBlob(made => (made ? resolve(made) : reject(new Error('The picture could not be cut.'))), 'image/png'),
  );
}

/** Cuts a part out of a picture and scales it, in the browser. */
export default function Cut({
  file,
  shape,
  onCut,
  onClose,
}: {
  file: File;
  shape: Shape;
  onCut: (picture: Blob) => void;
  onClose: () => void;
}) {
  const [source, setSource] = useState<string>();
  const [at, setAt] = useState({ x: 0, y: 0 });
  const [zoom, setZoom] = useState(1);
  const [area, setArea] = useState<Area>();
  const [mistake, setMistake] = useState('');
  useEffect(() => {
    const reader = new FileReader();
    reader.onload = async () => {
      try {
        // A file may call itself a picture and be none.
        (await createImageBitmap(file)).close();
        setSource(String(reader.result));
      } catch {
        setMistake(`${file.name} is no picture that can be opened.`);
      }
    };
    // The studio’s content policy knows data, and no addresses that a page makes for itself.
    reader.readAsDataURL(file);
    return () => reader.abort();
  }, [file]);
  const take = async () => {
    try {
      onCut(await cutOut(source!, area!, shape));
    } catch (error) {
      setMistake((error as Error).message);
    }
  };
  return (
    <Dialog open title="Which part of it?" description="Drag it, and make it larger or smaller." onClose={onClose}>
      {mistake ? (
        <p role="alert" className="text-brick">
          {mistake}
        </p>
      ) : (
        <>
          <div className="relative h-72 overflow-hidden rounded-md bg-paper-2">
            {source ? (
              <Cropper
                image={source}
                crop={at}
                zoom={zoom}
                aspect={shape.width / shape.height}
                cropShape={shape.round ? 'round' : 'rect'}
                onCropChange={setAt}
                onZoomChange={setZoom}
                onCropComplete={(_, pixels) => setArea(pixels)}
              />
            ) : null}
          </div>
          <label className="mt-3 flex items-center gap-3 text-ink-2">
            Size
            <input
              type="range"
              min={1}
              max={4}
              step={0.05}
              value={zoom}
              className="flex-1 accent-petrol"
              onChange={event => setZoom(Number(event.target.value))}
            />
          </label>
        </>
      )}
      <div className="mt-4 flex justify-end gap-2">
        <Button onClick={onClose}>Leave it</Button>
        <Button look="main" disabled={!area || mistake !== ''} onClick={take}>
          Take this part
        </Button>
      </div>
    </Dialog>
  );
}
