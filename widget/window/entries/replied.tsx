import { messages } from '../../messages/messages.ts';
import { Plain } from '../spoken.tsx';
import { entryView } from './view.ts';

export const replied = entryView({
  kind: 'replied',
  asks: false,
  answers: true,
  Line: ({ entry }) => (
    <div class="mine">
      <span class="unseen">{messages.you}</span>
      <Plain text={entry.text} />
    </div>
  ),
});
