import { LineText } from '../../ui/line.tsx';
import { FlowRow, script } from '../row.tsx';
import { entryView } from '../view.ts';

export const said = entryView({
  kind: 'said',
  Row: ({ entries: [{ at, speaker, line, pictures }] }) => (
    <FlowRow at={at} speaker={speaker}>
      <div className={script}>
        {pictures ? (
          <div className="my-1 flex flex-wrap gap-1.5">
            {pictures.map(picture => (
              <img key={picture.src} src={picture.src} alt={picture.alt} className="max-h-40 rounded" />
            ))}
          </div>
        ) : null}
        <LineText line={line} live />
      </div>
    </FlowRow>
  ),
});
