import { messages } from '../../messages/messages.ts';
import { Direction, onSite } from '../spoken.tsx';
import { entryView } from './view.ts';

export const ledToPage = entryView({
  kind: 'led to page',
  leadsTo: ({ page }) => page,
  // The address is the site’s, not the frame’s, so the page around has to go there.
  Line: ({ entry: { page }, goTo }) => (
    <Direction>
      {messages.onTo}{' '}
      <a
        href={onSite(page)}
        target="_top"
        onClick={event => {
          event.preventDefault();
          goTo(page);
        }}
      >
        {page.replace(/^https?:\/\//, '')}
      </a>
    </Direction>
  ),
});
