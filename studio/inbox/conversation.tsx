import { conversationRoutes } from '@kineta/contract';
import type { Who } from '@kineta/core';
import { ArrowLeft, Info } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { useShallow } from 'zustand/react/shallow';
import { useSignedIn } from '../account/store.ts';
import { logLines } from '../log/log.tsx';
import { LogList } from '../log/log-list.tsx';
import { Row } from '../log/row.tsx';
import { call } from '../shell/api.ts';
import { Button, IconButton } from '../ui/button.tsx';
import { Empty } from '../ui/empty.tsx';
import { Menu } from '../ui/menu.tsx';
import { Pill } from '../ui/pill.tsx';
import { Skeleton } from '../ui/skeleton.tsx';
import { dayAndTime } from '../ui/time.ts';
import { Beside } from './beside/beside.tsx';
import { Composer } from './composer.tsx';
import { useConversation } from './conversation-store.ts';
import { HandBack } from './hand-back.tsx';
import { Later } from './later.tsx';
import { Offered } from './offer.tsx';
import { OutgoingRow } from './outgoing.tsx';
import { ReachedRow } from './reached.tsx';

/** Which colleagues have the conversation open as well. */
function AlsoReading({ readers }: { readers: readonly Who[] }) {
  const { member } = useSignedIn();
  const others = readers.filter(({ id }) => id !== member.id).map(({ name }) => name);
  if (others.length === 0) return null;
  return (
    <span className="text-xs text-ink-2">
      {others.join(', ')} read{others.length === 1 ? 's' : ''} too
    </span>
  );
}

export function Conversation({ id, line }: { id: string; line?: number | undefined }) {
  const { member, members, teams } = useSignedIn();
  // Not what is being written: that redraws the box alone.
  const { detail, entries, typing, here, reached, readers, mistake, outgoing } = useConversation(
    useShallow(({ detail, entries, typing, here, reached, readers, mistake, outgoing }) => ({
      detail,
      entries,
      typing,
      here,
      reached,
      readers,
      mistake,
      outgoing,
    })),
  );
  const { open, act, takeBack, hurry } = useConversation.getState();
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
          {conversation.back ? <Pill tone="waits">back since {dayAndTime(conversation.back)}</Pill> : null}
          {conversation.later ? <Pill tone="waits">put off until {dayAndTime(conversation.later)}</Pill> : null}
          {conversation.holder === 'done' ? <Pill tone="fine">{conversation.outcome ?? 'done'}</Pill> : null}
          {here ? (
            <span className="flex items-center gap-1.5 text-xs text-ink-2">
              <i className="size-2 rounded-full bg-moss" aria-hidden="true" /> here now
            </span>
          ) : null}
          <AlsoReading readers={readers} />
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
          <ReachedRow entries={entries} reached={reached} />
          {sending.map(message => (
            <OutgoingRow
              key={message.clientId}
              message={message}
              onTakeBack={() => takeBack(message)}
              onHurry={() => hurry(id)}
            />
          ))}
          {typing ? (
            <Row>
              <p className="font-script text-ink-2 italic">{typing} is writing…</p>
            </Row>
          ) : null}
        </LogList>
        {here || detail.joinedTo || conversation.holder === 'flow' ? null : (
          <p className="border-t border-rule px-5 py-2 text-xs text-ink-2 max-md:px-3">
            {detail.email
              ? `They have left: an answer goes to ${detail.email} in two minutes, unless they come back.`
              : 'They have left, and no email address of theirs is known: an answer waits for them here.'}
          </p>
        )}
        {detail.joinedTo ? (
          <p className="border-t border-rule px-5 py-3 text-ink-2 max-md:px-3">
            This goes on in{' '}
            <Link to={`/inbox/${detail.joinedTo}`} className="text-petrol underline">
              the conversation that it was joined to
            </Link>
            .
          </p>
        ) : (
          <Composer key={id} detail={detail} withOther={others ? conversation.agent?.name : undefined} />
        )}
      </section>
      <Beside detail={detail} entries={entries} shown={details} />
      {handingBack ? <HandBack detail={detail} onClose={() => setHandingBack(false)} /> : null}
    </>
  );
}
