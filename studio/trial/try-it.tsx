import { type SiteDetail, siteRoutes, type TriedAs, trialRoutes } from '@kineta/contract';
import { Play } from 'lucide-react';
import { toast } from 'sonner';
import { call, sentenceOf } from '../shell/api.ts';
import { useRoute } from '../shell/query.ts';
import { Button, IconButton } from '../ui/button.tsx';
import { Menu } from '../ui/menu.tsx';

const whos: ReadonlyArray<readonly [TriedAs, string]> = [
  ['new', 'As somebody who was never there'],
  ['returning', 'As somebody who was there before'],
  ['known', 'As somebody known: with your own name and email'],
];

async function open(site: string, as: TriedAs): Promise<void> {
  // Opened at once, so that no blocker takes it for a page that opens by itself.
  const tab = window.open('about:blank', '_blank');
  try {
    const { url } = await call(trialRoutes.begin, { params: { id: site }, body: { as } });
    if (tab) {
      tab.opener = null;
      tab.location.replace(url);
    } else toast.error('Your browser did not let the page open. Allow it, and try again.');
  } catch (error) {
    tab?.close();
    toast.error(sentenceOf(error));
  }
}

/**
 * Opens the real page in another tab, to talk with the chat there as a visitor: beside one’s own chat, as often as one
 * likes, and counted nowhere.
 */
export function TryIt({
  flow,
  site,
  brief = false,
}: {
  /** On the sites whose visitors meet this flow, or on this site; else on all. */
  flow?: string;
  site?: SiteDetail;
  /** Only a picture. */
  brief?: boolean;
}) {
  const { data = [] } = useRoute(siteRoutes.list, {}, { wanted: site === undefined });
  const sites = (site ? [site] : data).filter(one => !one.off && (flow === undefined || one.flow === flow));
  if (sites.length === 0) return null;
  return (
    <Menu
      items={sites.flatMap(one =>
        whos.map(([as, words]) => ({
          label: sites.length > 1 ? `${one.name}: ${words}` : words,
          onSelect: () => void open(one.id, as),
        })),
      )}
    >
      {brief ? (
        <IconButton name="Try it as a visitor">
          <Play className="size-4" aria-hidden="true" />
        </IconButton>
      ) : (
        <Button>
          <Play className="size-3.5" aria-hidden="true" /> Try it as a visitor
          {site ? <span className="sr-only"> on {site.name}</span> : null}
        </Button>
      )}
    </Menu>
  );
}
