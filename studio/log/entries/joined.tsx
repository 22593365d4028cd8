import { Link } from 'react-router';
import { Row } from '../row.tsx';
import { entryView } from '../view.ts';

const linked = 'text-petrol underline';

export const joinedHere = entryView({
  kind: 'joined here',
  tellsOfVisitor: true,
  Row: ({ entries: [{ at, member, conversation, visitor, said }] }) => (
    <Row at={at}>
      <p className="font-script text-ink-2 italic">
        {member.name} joined{' '}
        <Link to={`/inbox/${conversation}`} className={linked}>
          another chat of theirs ({visitor})
        </Link>{' '}
        to this one. What is said there comes here, and answers go to both.
      </p>
      {said.length > 0 ? (
        <details className="mt-1 text-[0.8125rem] text-ink-2">
          <summary className="cursor-pointer">What was said there</summary>
          {said.map((line, index) => (
            <p key={index} className="mt-0.5 break-words">
              {line}
            </p>
          ))}
        </details>
      ) : null}
    </Row>
  ),
});

export const joinedTo = entryView({
  kind: 'joined to',
  tellsOfVisitor: true,
  Row: ({ entries: [{ at, member, conversation }] }) => (
    <Row at={at}>
      <p className="font-script text-ink-2 italic">
        {member.name} joined this to{' '}
        <Link to={`/inbox/${conversation}`} className={linked}>
          another chat of theirs
        </Link>
        , in which it goes on.
      </p>
    </Row>
  ),
});
