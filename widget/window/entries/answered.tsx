import { Pictures, Plain, Spoken, SpokenLine } from '../spoken.tsx';
import { CardRow } from './card-row.tsx';
import { entryView } from './view.ts';

export const answered = entryView({
  kind: 'answered',
  isNews: true,
  fromPerson: true,
  voice: ({ member }) => `member ${member.id}`,
  Line: ({ entry, first, goTo }) => (
    <>
      <Spoken who={first ? entry.member.name : ''} person>
        <Pictures pictures={entry.pictures} />
        {entry.linked ? <SpokenLine line={entry.linked} /> : <Plain text={entry.text} />}
      </Spoken>
      {entry.cards ? <CardRow cards={entry.cards} goTo={goTo} onPick={undefined} /> : null}
    </>
  ),
});
