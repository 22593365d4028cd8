import {
  type Act,
  type Event,
  type Flow,
  freshSession,
  isEmptyLine,
  play,
  type Session,
  show,
  signed,
  type World,
} from '@kineta/core';
import { RotateCcw, Undo2 } from 'lucide-react';
import { type FormEvent, useEffect, useMemo, useRef, useState } from 'react';
import { useSignedIn } from '../account/store.ts';
import { IconButton } from '../ui/button.tsx';
import { ChartCard } from '../ui/chart-card.tsx';
import { Select } from '../ui/field.tsx';
import { LineText } from '../ui/line.tsx';
import { happeningWords, RehearsedAnswer, RehearsedCards, RehearsedWait } from './rehearsed-answer.tsx';
import { useSelection } from './selection.ts';
import { type Office, useWorld } from './world.ts';

type Line = { by: 'flow'; act: Act } | { by: 'visitor' | 'world'; text: string };

/** The flow as it plays when it begins with another scene. */
function from(flow: Flow, scene: string): Flow {
  const first = flow.scenes.find(({ id }) => id === scene);
  return first ? { ...flow, scenes: [first, ...flow.scenes.filter(other => other !== first)] } : flow;
}

/** A line that is only begun is not heard yet. */
function isHeard(act: Act): boolean {
  return act.act !== 'say' || act.pictures !== undefined || !isEmptyLine(act.line);
}

/** Plays what the visitor did so far through the draft as it is now. */
function rehearse(flow: Flow, events: Event[], world: World): { lines: Line[]; session: Session } {
  const lines: Line[] = [];
  let session = freshSession();
  for (const event of events) {
    if (event.event === 'replied') lines.push({ by: 'visitor', text: event.text });
    else if (event.event !== 'opened') lines.push({ by: 'world', text: happeningWords(event) });
    const result = play(flow, session, event, world);
    session = result.session;
    lines.push(...result.acts.filter(isHeard).map((act): Line => ({ by: 'flow', act })));
  }
  return { lines, session };
}

function Spoken({ act }: { act: Extract<Act, { act: 'say' | 'ask' | 'show' }> }) {
  return (
    <>
      {act.act === 'say' && act.pictures ? (
        <span className="mb-1 flex flex-wrap gap-1">
          {act.pictures.map(picture => (
            <img key={picture.src} src={picture.src} alt={picture.alt} className="max-h-28 rounded" />
          ))}
        </span>
      ) : null}
      <LineText line={act.line} />
    </>
  );
}

function direction(act: Act): string | undefined {
  if (act.act === 'note') return act.text;
  if (act.act === 'score') return `${signed(act.points)} in ${act.fact}${act.reason ? `: ${act.reason}` : ''}.`;
  if (act.act === 'hand over')
    return act.team ? `Handed over to ${act.team}. The flow is quiet from here.` : act.reason;
  if (act.act === 'end') return act.outcome ? `The flow ended: ${act.outcome}.` : 'The flow ended.';
  if (act.act === 'record consent') return `${act.given ? 'Agreed' : 'Did not agree'} to ${act.purpose}.`;
  if (act.act === 'withdraw consent') return `The consent to ${act.purpose} is withdrawn.`;
  if (act.act === 'take to page') return `The visitor is taken to ${act.page}.`;
  if (act.act === 'email') return `An email goes to ${act.to.join(', ')}: “${act.subject}”.`;
  if (act.act === 'notify') return `${act.team ?? 'Everyone'} is told: “${act.text}”.`;
  if (act.act === 'call service') return `Calls ${act.request.url}.`;
  if (act.act === 'start flow') return `Goes on with the flow “${act.flow}”.`;
  return undefined;
}

/** What the flow has done since the visitor, or the world, last did something. */
function lastActs(lines: readonly Line[]): Act[] {
  const since = lines.findLastIndex(line => line.by !== 'flow');
  return lines.slice(since + 1).flatMap(line => (line.by === 'flow' ? [line.act] : []));
}

/**
 * The draft played in this browser, beside the page: it follows the scene being written, and what was answered so far
 * is played again through every change.
 */
export function Rehearsal({ flow }: { flow: Flow }) {
  const { workspace } = useSignedIn();
  const scene = useSelection(state => state.scene);
  const [replies, setReplies] = useState<Event[]>([]);
  const [start, setStart] = useState(scene);
  const [office, setOffice] = useState<Office>('open');
  const [text, setText] = useState('');
  const log = useRef<HTMLDivElement>(null);

  // Until somebody has answered, the rehearsal follows the caret from scene to scene.
  useEffect(() => {
    if (replies.length === 0) setStart(scene);
  }, [scene, replies.length]);

  const world = useWorld(office);
  const { lines, session } = useMemo(
    () => rehearse(from(flow, start), [{ event: 'opened' }, ...replies], world),
    [flow, start, replies, world],
  );

  // biome-ignore lint/correctness/useExhaustiveDependencies: whatever is added below is to be seen
  useEffect(() => {
    log.current?.scrollTo({ top: log.current.scrollHeight });
  }, [lines.length]);

  const last = lines.findLast(line => line.by === 'flow' && line.act.act === 'ask');
  const asked = session.state === 'asking' && last?.by === 'flow' && last.act.act === 'ask' ? last.act : undefined;
  const happen = (event: Event) => {
    if (event.event === 'replied' && event.text.trim() === '') return;
    setReplies([...replies, event]);
    setText('');
  };
  const reply = (words: string, picked: Partial<Extract<Event, { event: 'replied' }>> = {}) =>
    happen({ event: 'replied', text: words, ...(asked ? { step: asked.step } : {}), ...picked });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    reply(text);
  };
  const title = flow.scenes.find(({ id }) => id === start)?.title ?? flow.scenes[0]?.title;
  const known = Object.entries(session.facts);
  const types = new Map(flow.facts.map(fact => [fact.name, fact.type]));
  return (
    <section aria-label="Rehearsal" className="flex h-full flex-col p-3.5">
      <div className="flex items-center gap-2">
        <h2 className="font-semibold">Rehearsal</h2>
        <p className="min-w-0 flex-1 truncate text-xs text-ink-2">from {title}</p>
        <IconButton
          name="Take the last answer back"
          disabled={replies.length === 0}
          onClick={() => setReplies(replies.slice(0, -1))}
        >
          <Undo2 className="size-3.5" aria-hidden="true" />
        </IconButton>
        <IconButton
          name="Start again from the scene shown"
          onClick={() => {
            setReplies([]);
            setStart(scene);
          }}
        >
          <RotateCcw className="size-3.5" aria-hidden="true" />
        </IconButton>
      </div>
      <div className="mt-2 flex min-h-0 flex-1 flex-col rounded-xl border border-rule bg-sheet">
        <div
          ref={log}
          className="min-h-0 flex-1 space-y-2.5 overflow-y-auto p-3.5"
          role="log"
          aria-label="Rehearsed conversation"
          tabIndex={0}
        >
          {lines.map((line, index) => {
            if (line.by === 'visitor')
              return (
                <p
                  key={index}
                  className="ml-auto w-fit max-w-[85%] rounded-[14px_14px_2px_14px] bg-plum px-3 py-1 text-white"
                >
                  {line.text}
                </p>
              );
            if (line.by !== 'flow')
              return (
                <p key={index} className="text-center text-xs text-ink-3">
                  {line.text}
                </p>
              );
            const { act } = line;
            if (act.act === 'say' || act.act === 'ask' || act.act === 'show')
              return (
                <div key={index}>
                  <p className="label text-petrol">{flow.speaker}</p>
                  <Spoken act={act} />
                  {act.act === 'show' ? <RehearsedCards cards={act.cards} /> : null}
                </div>
              );
            if (act.act === 'chart') return <ChartCard key={index} chart={act} />;
            const words = direction(act);
            return words ? (
              <p key={index} className="font-script text-ink-2 italic">
                {words}
              </p>
            ) : null;
          })}
          {asked ? <RehearsedAnswer key={replies.length} answer={asked.answer} onReply={reply} /> : null}
          <RehearsedWait session={session} acts={lastActs(lines)} onEvent={happen} />
        </div>
        <form onSubmit={submit} className="p-2.5">
          <input
            aria-label="Answer as the visitor"
            placeholder={asked?.answer.type === 'email' ? 'name@example.org' : 'Answer as the visitor'}
            value={text}
            onChange={event => setText(event.target.value)}
            className="w-full rounded-lg border border-rule bg-white px-2.5 py-2"
          />
        </form>
      </div>
      <div className="mt-2.5 flex items-baseline justify-between">
        <h3 className="label text-ink-2">Known so far</h3>
        <Select
          name="Who is in the office"
          value={office}
          onChange={event => setOffice(event.target.value as Office)}
          className="border-transparent bg-transparent"
        >
          <option value="open">everyone is in</option>
          <option value="closed">everyone is out</option>
        </Select>
      </div>
      {known.length === 0 ? <p className="text-ink-2">Nothing yet.</p> : null}
      <dl className="max-h-32 overflow-y-auto text-[0.8125rem]">
        {known.map(([fact, value]) => (
          <div key={fact} className="flex justify-between gap-3 py-0.5">
            <dt className="shrink-0">{fact}</dt>
            <dd className="truncate font-mono text-xs">{show(value, types.get(fact) ?? 'text', workspace)}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
