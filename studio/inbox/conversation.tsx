import { conversationRoutes } from '@kineta/contract';
import { ArrowLeft, Info } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import { useShallow } from 'zustand/react/shallow';
import { useSignedIn } from '../account/store.ts';
import { logLines } from '../log/log.tsx';
import { LogList } from '../log/log-list.tsx';
import { Row } from '../log/row.tsx';
import { call } from '../shell/api.ts';
import { live } from '../shell/live.ts';
import { Button, IconButton } from '../ui/button.tsx';
import { EmojiPicker } from '../ui/emoji-picker.tsx';
import { Empty } from '../ui/empty.tsx';
import { Menu } from '../ui/menu.tsx';
import { Pill } from '../ui/pill.tsx';
import { Skeleton } from '../ui/skeleton.tsx';
import { dayAndTime } from '../ui/time.ts';
import { countWords } from '../ui/writing.ts';
import { Beside } from './beside/beside.tsx';
import { useConversation } from './conversation-store.ts';
import { HandBack } from './hand-back.tsx';
import { replyKeys } from './keys.ts';
import { Later } from './later.tsx';
import { Offered } from './offer.tsx';
import type { Writing } from './open-conversation.ts';
import { OutgoingRow } from './outgoing.tsx';

const LONGEST = 4_000;

function Composer({ id, withOther }: { id: string; withOther: string | undefined }) {
  const text = useConversation(state => state.texts[id] ?? '');
  const { write, send } = useConversation.getState();
  const [writing, setWriting] = useState<Writing>('reply');
  const box = useRef<HTMLTextAreaElement>(null);
  const typedAt = useRef(0);
  const tooLong = text.length - LONGEST;
  const go = () => {
    if (text.trim() === '' || tooLong > 0) return;
    send(id, writing, text);
    typedAt.current = 0;
    setWriting('reply');
    box.current?.focus();
  };
  return (
    <form
      className="border-t border-rule px-5 py-3 max-md:px-3"
      onSubmit={event => {
        event.preventDefault();
        go();
      }}
    >
      <textarea
        ref={box}
        aria-label={writing === 'note' ? 'Note for the team' : 'Your reply'}
        placeholder={
          writing === 'note'
            ? 'Only the team sees this'
            : withOther
              ? `${withOther} has this conversation`
              : 'Write to the visitor'
        }
        rows={2}
        value={text}
        onChange={event => {
          write(id, event.target.value);
          const now = Date.now();
          if (writing === 'reply' && now - typedAt.current > 2_000) {
            typedAt.current = now;
            live().emit('typing', { conversation: id });
          }
        }}
        onKeyDown={event => {
          if (event.nativeEvent.isComposing || replyKeys.pressed(event) !== 'send') return;
          event.preventDefault();
          go();
        }}
        className={`max-h-48 w-full resize-none rounded-lg border px-3 py-2 font-script text-base outline-none [field-sizing:content] focus:ring-2 focus:ring-petrol-2 ${
          writing === 'note' ? 'border-ochre bg-ochre-2' : 'border-rule bg-sheet focus:border-petrol'
        }`}
      />
      <div className="mt-1.5 flex items-center gap-1">
        <Button
          look="quiet"
          aria-pressed={writing === 'note'}
          onClick={() => setWriting(writing === 'note' ? 'reply' : 'note')}
        >
          {writing === 'note' ? 'Write to the visitor' : 'Leave a note'}
        </Button>
        <EmojiPicker
          onClosed={() => box.current?.focus()}
          onPick={emoji => {
            const { current } = box;
            current?.setRangeText(emoji, current.selectionStart, current.selectionEnd, 'end');
            write(id, current?.value ?? text);
          }}
        />
        <span className="ml-auto text-xs text-brick" role="alert">
          {tooLong > 0 ? `${countWords(tooLong)} characters too long` : ''}
        </span>
        <Button look="main" type="submit" disabled={text.trim() === '' || tooLong > 0}>
          {writing === 'note' ? 'Keep the note' : 'Reply'}
        </Button>
      </div>
    </form>
  );
}

export function Conversation({ id, line }: { id: string; line?: number | undefined }) {
  const { member, members, teams } = useSignedIn();
  // Not what is being written: that redraws the box alone.
  const { detail, entries, typing, here, mistake, outgoing } = useConversation(
    useShallow(({ detail, entries, typing, here, mistake, outgoing }) => ({
      detail,
      entries,
      typing,
      here,
      mistake,
      outgoing,
    })),
  );
  const { open, act, takeBack } = useConversation.getState();
  const [details, setDetails] = useState(false);
  const [handingBack, setHandingBack] = useState(false);
  useEffect(() => open(id), [id, open]);
  const lines = useMemo(() => logLines(entries), [entries]);
  const sending = outgoing.filter(message => message.conversation === id);

  if (!detail)
    return mistake ? (
      <Empty title="This conversation cannot be shown">{mistake}</Empty>
    ) : (
      <Skeleton lines={8} className="flex-1 p-8" />
    );
  const { conversation } = detail;
  const mine = conversation.holder === 'agent' && conversation.agent?.id === member.id;
  const others = conversation.holder === 'agent' && !mine;
  const params = { id };
  const route = (name: 'take' | 'done') => act(() => call(conversationRoutes[name], { params }));
  return (
    <>
      <section
        aria-label={`Conversation with ${conversation.visitor}`}
        className="flex h-full min-w-0 flex-1 flex-col bg-sheet"
      >
        <header className="flex min-h-13 flex-wrap items-center gap-2 border-b border-rule bg-paper px-5 py-1.5 max-md:px-3">
          <Link to="/inbox" className="md:hidden" aria-label="Back to the list">
            <ArrowLeft className="size-5" aria-hidden="true" />
          </Link>
          <h2 className="max-w-64 truncate font-script text-xl font-semibold">{conversation.visitor}</h2>
          {conversation.urgent ? <Pill tone="wrong">urgent</Pill> : null}
          {conversation.test ? <Pill tone="neutral">a test</Pill> : null}
          {conversation.holder === 'waiting' && conversation.offered ? (
            <Offered offered={conversation.offered} />
          ) : conversation.holder === 'waiting' ? (
            <Pill tone="waits">waits for {conversation.team ?? 'somebody'}</Pill>
          ) : null}
          {conversation.holder === 'flow' ? <Pill tone="kineta">the flow leads</Pill> : null}
          {conversation.holder === 'agent' ? (
            <Pill tone="neutral">with {mine ? 'you' : conversation.agent?.name}</Pill>
          ) : null}
          {conversation.later ? <Pill tone="waits">put off until {dayAndTime(conversation.later)}</Pill> : null}
          {conversation.holder === 'done' ? <Pill tone="fine">{conversation.outcome ?? 'done'}</Pill> : null}
          {here ? (
            <span className="flex items-center gap-1.5 text-xs text-ink-2">
              <i className="size-2 rounded-full bg-moss" aria-hidden="true" /> here now
            </span>
          ) : null}
          <span className="ml-auto flex items-center gap-2">
            <Menu
              items={[
                ...teams.map(team => ({
                  label: `To ${team.name}${team.open ? '' : ' (closed)'}`,
                  onSelect: () => void act(() => call(conversationRoutes.passOn, { params, body: { team: team.id } })),
                })),
                ...members
                  .filter(other => other.id !== member.id)
                  .map(other => ({
                    label: `To ${other.name}`,
                    onSelect: () =>
                      void act(() => call(conversationRoutes.passOn, { params, body: { member: other.id } })),
                  })),
                ...(conversation.flow && conversation.holder !== 'flow'
                  ? [{ label: 'Back to the flow', onSelect: () => setHandingBack(true) }]
                  : []),
              ]}
            >
              <Button>Pass on</Button>
            </Menu>
            {others || conversation.holder === 'done' ? null : <Later conversation={conversation} act={act} />}
            {conversation.holder === 'done' ? null : <Button onClick={() => void route('done')}>Done</Button>}
            {mine || others ? null : (
              <Button look="main" onClick={() => void route('take')}>
                {conversation.holder === 'done' ? 'Open again' : 'Take it'}
              </Button>
            )}
            <IconButton name="What is known" className="lg:hidden" onClick={() => setDetails(!details)}>
              <Info className="size-4" aria-hidden="true" />
            </IconButton>
          </span>
        </header>
        {mistake ? (
          <p role="alert" className="bg-brick-2 px-5 py-1.5 text-brick">
            {mistake}
          </p>
        ) : null}
        <LogList
          key={`log ${id}`}
          name="Log"
          lines={lines}
          visitor={conversation.visitor}
          sought={line}
          className="flex-1 px-5 py-5 max-md:px-2"
        >
          {sending.map(message => (
            <OutgoingRow key={message.clientId} message={message} onTakeBack={() => takeBack(message)} />
          ))}
          {typing ? (
            <Row>
              <p className="font-script text-ink-2 italic">{typing} is writing…</p>
            </Row>
          ) : null}
        </LogList>
        <Composer key={id} id={id} withOther={others ? conversation.agent?.name : undefined} />
      </section>
      <Beside detail={detail} entries={entries} shown={details} />
      {handingBack ? <HandBack detail={detail} onClose={() => setHandingBack(false)} /> : null}
    </>
  );
}
