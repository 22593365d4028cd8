import { Row, Typed } from '../row.tsx';
import { entryView } from '../view.ts';

export const note = entryView({
  kind: 'note',
  Row: ({ entries: [{ at, member, text }] }) => (
    <Row at={at}>
      <div className="rounded-md bg-ochre-2 px-3 py-2">
        <p className="label text-ochre">{member.name}, note for the team</p>
        <Typed>{text}</Typed>
      </div>
    </Row>
  ),
});
