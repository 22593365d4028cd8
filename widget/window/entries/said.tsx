import { Spoken, SpokenLine } from '../spoken.tsx';
import { entryView } from './view.ts';

function Pictures({ pictures }: { pictures: ReadonlyArray<{ src: string; alt: string }> }) {
  return (
    <div class={pictures.length > 1 ? 'pictures several' : 'pictures'}>
      {pictures.map(({ src, alt }) => (
        <img key={src} src={src} alt={alt} />
      ))}
    </div>
  );
}

export const said = entryView({
  kind: 'said',
  isNews: true,
  voice: ({ speaker }) => `flow ${speaker}`,
  speaker: ({ speaker }) => speaker,
  Line: ({ entry, first }) => (
    <Spoken who={first ? entry.speaker : ''}>
      {entry.pictures ? <Pictures pictures={entry.pictures} /> : null}
      <SpokenLine line={entry.line} />
    </Spoken>
  ),
});
