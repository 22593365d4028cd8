import { isAside } from '@kineta/core';
import { LineText } from '../../ui/line.tsx';
import { FlowRow, script } from '../row.tsx';
import { entryView } from '../view.ts';
import { CardTitles } from './cards.tsx';

const fieldList = new Intl.ListFormat('en');

export const asked = entryView({
  kind: 'asked',
  Row: ({ entries: [{ at, speaker, line, answer, step }] }) => (
    <FlowRow at={at} speaker={speaker} by={isAside(step) ? 'rule' : 'flow'}>
      <div className={script}>
        <LineText line={line} live />
      </div>
      <CardTitles cards={answer.cards ?? []} />
      {answer.fields ? (
        <p className="text-xs text-ink-2">
          A card with {fieldList.format(answer.fields.map(({ label }) => label.replace(/[.:]$/, '')))}.
        </p>
      ) : null}
    </FlowRow>
  ),
});
