import { LineText } from '../../ui/line.tsx';
import { Pictures, Row, script, Typed } from '../row.tsx';
import { entryView } from '../view.ts';
import { CardTitles } from './cards.tsx';

export const answered = entryView({
  kind: 'answered',
  toVisitor: true,
  Row: ({ entries: [{ at, member, text, linked, pictures, cards }] }) => (
    <Row at={at}>
      <p className="label text-ink">{member.name}</p>
      <div className={script}>
        <Pictures pictures={pictures} />
        {linked ? <LineText line={linked} live /> : <Typed>{text}</Typed>}
      </div>
      {cards ? <CardTitles cards={cards} /> : null}
    </Row>
  ),
});
