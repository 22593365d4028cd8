import { isEmptyLine } from '@kineta/core';
import { LineText } from '../../../ui/line.tsx';
import { Spoken } from './spoken.tsx';
import { actView } from './view.ts';

export const say = actView({
  act: 'say',
  // A line that is only begun is not heard yet.
  isHeard: ({ line, pictures }) => pictures !== undefined || !isEmptyLine(line),
  Shown: ({ act: { line, pictures }, flow }) => (
    <Spoken speaker={flow.speaker}>
      {pictures ? (
        <span className="mb-1 flex flex-wrap gap-1">
          {pictures.map(picture => (
            <img key={picture.src} src={picture.src} alt={picture.alt} className="max-h-28 rounded" />
          ))}
        </span>
      ) : null}
      <LineText line={line} />
    </Spoken>
  ),
});
