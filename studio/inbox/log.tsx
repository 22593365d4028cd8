import type { Entry } from '@kineta/contract';
import { type CardShown, type FileGiven, show, signed } from '@kineta/core';
import type { ReactNode } from 'react';
import { useSignedIn } from '../account/store.ts';
import { ChartCard } from '../ui/chart-card.tsx';
import { LineText } from '../ui/line.tsx';
import { clockTime, wholeTime } from '../ui/time.ts';
import type { Outgoing } from './conversation-store.ts';

/** What entries make one line of the page: facts learnt one after the other are one direction. */
export type LogLine =
  | Entry
  | { kind: 'facts learnt'; number: number; at: string; facts: Array<Extract<Entry, { kind: 'learnt' }>> };

export function logLines(entries: readonly Entry[]): LogLine[] {
  const lines: LogLine[] = [];
  for (const entry of entries) {
    const before = lines.at(-1);
    if (entry.kind === 'entered') continue;
    if (entry.kind !== 'learnt') lines.push(entry);
    else if (before?.kind === 'facts learnt') before.facts.push(entry);
    else lines.push({ kind: 'facts learnt', number: entry.number, at: entry.at, facts: [entry] });
  }
  return lines;
}

function Text({ children }: { children: string }) {
  return <p className="whitespace-pre-wrap [overflow-wrap:anywhere]">{children}</p>;
}

function Row({ at, children }: { at?: string; children: ReactNode }) {
  return (
    <li className="grid grid-cols-[3.25rem_1fr] items-baseline gap-2">
      {at ? (
        <time dateTime={at} title={wholeTime(at)} className="text-right font-mono text-xs text-ink-3">
          {clockTime(at)}
        </time>
      ) : (
        <span />
      )}
      <div className="min-w-0">{children}</div>
    </li>
  );
}

function Direction({ at, children }: { at: string; children: ReactNode }) {
  return (
    <Row at={at}>
      <p className="font-script text-ink-2 italic">{children}</p>
    </Row>
  );
}

function opened(entry: Extract<Entry, { kind: 'opened' }>): string {
  const greets = entry.flow ? ` Edition ${entry.edition} of “${entry.flow}” greets.` : ' No flow greets.';
  const from = entry.referrer ? `, coming from ${entry.referrer}` : '';
  const by = entry.device && entry.device !== 'computer' ? ` on a ${entry.device}` : '';
  return `Opened the chat on ${entry.page}${by}${from}${entry.returning ? ', not for the first time' : ''}.${greets}`;
}

const fieldList = new Intl.ListFormat('en');

/** The cards that the visitor was shown, in short. */
function Shown({ cards }: { cards: readonly CardShown[] }) {
  if (cards.length === 0) return null;
  return (
    <ul className="mt-1 flex flex-wrap gap-1.5">
      {cards.map((card, index) => (
        <li key={index} className="rounded-md border border-rule px-2 py-1 text-[0.8125rem]">
          <b className="font-semibold">{card.title}</b>
          {card.price ? ` ${card.price}` : ''}
        </li>
      ))}
    </ul>
  );
}

const MEGABYTE = 1_024 * 1_024;

function FileLink({ file }: { file: FileGiven }) {
  const size = file.size < MEGABYTE ? `${Math.ceil(file.size / 1_024)} KB` : `${(file.size / MEGABYTE).toFixed(1)} MB`;
  return (
    <a href={`/api/files/${file.id}`} download={file.name} className="text-sm text-petrol underline">
      Save {file.name} ({size})
    </a>
  );
}

/** One line of the conversation, set as the play that it is. */
export function LogRow({ line, visitor }: { line: LogLine; visitor: string }) {
  const { workspace } = useSignedIn();
  const script = 'font-script text-base leading-[1.45]';
  switch (line.kind) {
    case 'opened':
      return <Direction at={line.at}>{opened(line)}</Direction>;
    case 'said':
    case 'showed':
    case 'asked':
      return (
        <Row at={line.at}>
          <p className="label text-petrol">{line.speaker} · flow</p>
          <div className={script}>
            {line.kind === 'said' && line.pictures ? (
              <div className="my-1 flex flex-wrap gap-1.5">
                {line.pictures.map(picture => (
                  <img key={picture.src} src={picture.src} alt={picture.alt} className="max-h-40 rounded" />
                ))}
              </div>
            ) : null}
            <LineText line={line.line} live />
          </div>
          {line.kind === 'said' ? null : (
            <Shown cards={line.kind === 'showed' ? line.cards : (line.answer.cards ?? [])} />
          )}
          {line.kind === 'asked' && line.answer.fields ? (
            <p className="text-xs text-ink-2">
              A card with {fieldList.format(line.answer.fields.map(({ label }) => label))}.
            </p>
          ) : null}
        </Row>
      );
    case 'charted':
      return (
        <Row at={line.at}>
          <p className="label text-petrol">{line.speaker} · flow</p>
          <ChartCard chart={line} />
        </Row>
      );
    case 'replied':
      return (
        <Row at={line.at}>
          <p className="label text-plum">{visitor}</p>
          <div className={`${script} border-l-2 border-plum-3 pl-2.5`}>
            <Text>{line.text}</Text>
            {line.file ? <FileLink file={line.file} /> : null}
          </div>
        </Row>
      );
    case 'answered':
      return (
        <Row at={line.at}>
          <p className="label text-ink">{line.member.name}</p>
          <div className={script}>
            <Text>{line.text}</Text>
          </div>
        </Row>
      );
    case 'note':
      return (
        <Row at={line.at}>
          <div className="rounded-md bg-ochre-2 px-3 py-2">
            <p className="label text-ochre">{line.member.name}, note for the team</p>
            <Text>{line.text}</Text>
          </div>
        </Row>
      );
    case 'facts learnt':
      return (
        <Direction at={line.at}>
          Learnt: {line.facts.map(({ fact, type, value }) => `${fact} ${show(value, type, workspace)}`).join(' · ')}
        </Direction>
      );
    case 'direction':
      return <Direction at={line.at}>{line.text}</Direction>;
    case 'scored':
      return (
        <Direction at={line.at}>
          {signed(line.points)} in {line.fact}
          {line.reason ? `: ${line.reason}.` : '.'}
        </Direction>
      );
    case 'handed over':
      return (
        <Direction at={line.at}>
          {line.team ? `Handed over to ${line.team}.` : `Handed over: ${line.reason}`} The flow stays quiet from here.
        </Direction>
      );
    case 'ended':
      return (
        <Direction at={line.at}>{line.outcome ? `The flow ended: ${line.outcome}.` : 'The flow ended.'}</Direction>
      );
    case 'consent':
      return (
        <Direction at={line.at}>
          {line.given === null
            ? `Withdrew the consent to ${line.purpose}.`
            : `${line.given ? 'Agreed' : 'Did not agree'} to ${line.purpose}: “${line.wording}”`}
        </Direction>
      );
    case 'led to page':
      return <Direction at={line.at}>Took the visitor to {line.page}.</Direction>;
    case 'paused':
      return (
        <Direction at={line.at}>The flow pauses until {wholeTime(line.until)}, or until the visitor writes.</Direction>
      );
    case 'emailed':
      return (
        <Row at={line.at}>
          <details className="rounded-md border border-rule bg-sheet px-3 py-1.5">
            <summary className="cursor-pointer font-script text-ink-2 italic">
              Emailed {line.to.join(', ')}: “{line.subject}”
            </summary>
            <div className="mt-2 font-script">
              <LineText line={line.line} live />
              {line.charts.map((chart, index) => (
                <ChartCard key={index} chart={chart} />
              ))}
            </div>
          </details>
        </Row>
      );
    case 'notified':
      return (
        <Direction at={line.at}>
          Told {line.team ?? 'everyone'} in the studio: “{line.text}”
        </Direction>
      );
    case 'called':
      return (
        <Direction at={line.at}>
          Called <span className="font-mono text-xs not-italic [overflow-wrap:anywhere]">{line.url}</span>
        </Direction>
      );
    case 'went on with':
      return (
        <Direction at={line.at}>
          Went on with edition {line.edition} of “{line.flow}”.
        </Direction>
      );
    case 'taken':
      return <Direction at={line.at}>{line.member.name} took the conversation.</Direction>;
    case 'passed on':
      return (
        <Direction at={line.at}>
          {line.member.name} passed the conversation on to {line.to}.
        </Direction>
      );
    case 'handed back':
      return <Direction at={line.at}>{line.member.name} gave the conversation back to the flow.</Direction>;
    case 'done':
      return <Direction at={line.at}>{line.member.name} closed the conversation.</Direction>;
    default:
      return null;
  }
}

/** What an agent wrote and is still on its way, or was refused. */
export function OutgoingRow({ message, onTakeBack }: { message: Outgoing; onTakeBack: () => void }) {
  return (
    <Row>
      <p className="label text-ink-3">{message.refused ? 'Not sent' : 'Sending…'}</p>
      <div className="font-script text-base text-ink-2">
        <Text>{message.text}</Text>
      </div>
      {message.refused ? (
        <p className="text-brick">
          {message.refused}{' '}
          <button type="button" className="underline" onClick={onTakeBack}>
            Take it back
          </button>
        </p>
      ) : null}
    </Row>
  );
}
