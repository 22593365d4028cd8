import { Pictures, Plain, Spoken } from '../spoken.tsx';
import { entryView } from './view.ts';

export const answered = entryView({
  kind: 'answered',
  isNews: true,
  fromPerson: true,
  voice: ({ member }) => `member ${member.id}`,
  Line: ({ entry, first }) => (
    <Spoken who={first ? entry.member.name : ''} person>
      <Pictures pictures={entry.pictures} />
      <Plain text={entry.text} />
    </Spoken>
  ),
});
