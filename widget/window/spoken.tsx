import type { ComponentChildren } from 'preact';
import { useContext } from 'preact/hooks';
import { VoiceName } from './dress.ts';
import type { EntryOf } from './entries/view.ts';

type Spans = EntryOf<'said'>['line'];

/** A link of the site is the site’s, not ours, in whose frame it stands. */
export function onSite(link: string): string {
  return link.startsWith('/') ? `${document.body.dataset.origin ?? ''}${link}` : link;
}

/** A spoken line. Its spans are text set by us; nothing in them is ever read as markup. */
export function SpokenLine({ line }: { line: Spans }) {
  return (
    <>
      {line.map((paragraph, index) => (
        <p key={index}>
          {paragraph.map((span, at) => {
            let shown: ComponentChildren = span.text;
            if (span.strong) shown = <strong>{shown}</strong>;
            if (span.emphasis) shown = <em>{shown}</em>;
            if (span.link)
              shown = (
                <a href={onSite(span.link)} target="_blank" rel="noopener noreferrer">
                  {shown}
                </a>
              );
            return <span key={at}>{shown}</span>;
          })}
        </p>
      ))}
    </>
  );
}

/** The pictures of something that is said, if it has any. */
export function Pictures({ pictures }: { pictures: ReadonlyArray<{ src: string; alt: string }> | undefined }) {
  return pictures ? (
    <div class={pictures.length > 1 ? 'pictures several' : 'pictures'}>
      {pictures.map(({ src, alt }) => (
        <img key={src} src={src} alt={alt} />
      ))}
    </div>
  ) : null;
}

/** Text as it was typed. */
export function Plain({ text }: { text: string }) {
  return (
    <>
      {text.split('\n').map((paragraph, index) => (
        <p key={index}>{paragraph}</p>
      ))}
    </>
  );
}

/** Something said, under the name of who says it when somebody else spoke before. */
export function Spoken({ who, person, children }: { who: string; person?: boolean; children: ComponentChildren }) {
  const voice = useContext(VoiceName);
  return (
    <div class={person ? 'spoken person' : 'spoken'}>
      <div class="who">{who && !person ? voice || who : who}</div>
      {children}
    </div>
  );
}

/** What happened, set as a stage direction. */
export function Direction({ children }: { children: ComponentChildren }) {
  return <p class="direction">{children}</p>;
}
