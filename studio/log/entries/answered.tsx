import { Pictures, Row, script, Typed } from '../row.tsx';
import { entryView } from '../view.ts';

export const answered = entryView({
  kind: 'answered',
  Row: ({ entries: [{ at, member, text, pictures }] }) => (
    <Row at={at}>
      <p className="label text-ink">{member.name}</p>
      <div className={script}>
        <Pictures pictures={pictures} />
        <Typed>{text}</Typed>
      </div>
    </Row>
  ),
});
