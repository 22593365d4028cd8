import type { Entry } from '@kineta/contract';
import type { ComponentChildren } from 'preact';
import type { Pending } from './connection.ts';
import { useLoaded } from './loaded.ts';

type Spans = Extract<Entry, { kind: 'said' }>['line'];

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

function Pictures({ pictures }: { pictures: ReadonlyArray<{ src: string; alt: string }> }) {
  return (
    <div class={pictures.length > 1 ? 'pictures several' : 'pictures'}>
      {pictures.map(({ src, alt }) => (
        <img key={src} src={src} alt={alt} />
      ))}
    </div>
  );
}

function Plain({ text }: { text: string }) {
  return (
    <>
      {text.split('\n').map((paragraph, index) => (
        <p key={index}>{paragraph}</p>
      ))}
    </>
  );
}

function Spoken({ who, person, children }: { who: string; person?: boolean; children: ComponentChildren }) {
  return (
    <div class={person ? 'spoken person' : 'spoken'}>
      <div class="who">{who}</div>
      {children}
    </div>
  );
}

function Chart({ chart }: { chart: Extract<Entry, { kind: 'charted' }> }) {
  const part = useLoaded(true, () => import('./chart.tsx'));
  return part ? <part.ChartCard chart={chart} /> : null;
}

/** One line of the conversation, as its visitor sees it. `first` says that somebody else spoke before. */
export function LogEntry({
  entry,
  first,
  goTo,
  onPick,
}: {
  entry: Entry;
  first: boolean;
  goTo: (page: string) => void;
  /** Given to the question that waits, for what can be picked in the line itself. */
  onPick: ((label: string, id: string) => void) | undefined;
}) {
  const shown = entry.kind === 'showed' ? entry.cards : entry.kind === 'asked' ? entry.answer.cards : undefined;
  const cards = useLoaded(shown !== undefined, () => import('./cards.tsx'));
  // The address is the site’s, not the frame’s, so the page around has to go there.
  const onPage = (page: string) => (event: Event) => {
    event.preventDefault();
    goTo(page);
  };
  switch (entry.kind) {
    case 'said':
    case 'showed':
    case 'asked':
      return (
        <>
          <Spoken who={first ? entry.speaker : ''}>
            {entry.kind === 'said' && entry.pictures ? <Pictures pictures={entry.pictures} /> : null}
            <SpokenLine line={entry.line} />
          </Spoken>
          {shown && cards ? <cards.Cards cards={shown} onPick={onPick} goTo={goTo} /> : null}
        </>
      );
    case 'charted':
      return <Chart chart={entry} />;
    case 'answered':
      return (
        <Spoken who={first ? entry.member.name : ''} person>
          <Plain text={entry.text} />
        </Spoken>
      );
    case 'replied':
      return (
        <div class="mine">
          <span class="unseen">You: </span>
          <Plain text={entry.text} />
        </div>
      );
    case 'led to page':
      return (
        <p class="direction">
          On to{' '}
          <a href={onSite(entry.page)} target="_top" onClick={onPage(entry.page)}>
            {entry.page.replace(/^https?:\/\//, '')}
          </a>
        </p>
      );
    case 'handed over':
      return (
        <p class="direction">
          {entry.team ? `Waiting for somebody from ${entry.team}.` : 'Waiting for somebody to answer.'}
        </p>
      );
    case 'taken':
      return <p class="direction">{entry.member.name} is with you now.</p>;
    case 'done':
      return <p class="direction">{entry.member.name} closed the conversation. Write again whenever you like.</p>;
    default:
      return null;
  }
}

/** A message that the server does not have yet, or will not take. */
export function PendingMessage({ message, onTakeBack }: { message: Pending; onTakeBack: () => void }) {
  return (
    <>
      <div class={message.refused ? 'mine refused' : 'mine sending'}>
        <span class="unseen">You: </span>
        <Plain text={message.text} />
      </div>
      {message.refused ? (
        <p class="direction refusal">
          {message.refused}{' '}
          <button type="button" class="plain" onClick={onTakeBack}>
            Change it
          </button>
        </p>
      ) : null}
    </>
  );
}

/** Who speaks in an entry, to set the name once for several lines. */
export function voice(entry: Entry | undefined): string {
  if (!entry) return '';
  if (entry.kind === 'said' || entry.kind === 'asked' || entry.kind === 'showed') return `flow ${entry.speaker}`;
  return entry.kind === 'answered' ? `member ${entry.member.id}` : entry.kind;
}
