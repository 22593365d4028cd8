import { Plain, Spoken } from '../spoken.tsx';
import { entryView } from './view.ts';

export const answered = entryView({
  kind: 'answered',
  isNews: true,
  fromPerson: true,
  voice: ({ member }) => `member ${member.id}`,
  Line: ({ entry, first }) => (
    <Spoken who={first ? entry.member.name : ''} person>
      <Plain text={entry.text} />
    </Spoken>
  ),
});
