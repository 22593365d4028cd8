import { lookRoutes } from '@kineta/contract';
import { useEffect } from 'react';
import { call, sentenceOf } from '../../shell/api.ts';
import { changedHere } from '../../shell/query.ts';
import { Skeleton } from '../../ui/skeleton.tsx';
import { Preview } from '../preview/preview.tsx';
import { useScene } from '../preview/scene.ts';
import { PutOnSite } from '../put-on-site.tsx';
import { SiteHead, useSite } from '../room.tsx';
import { ByFlow } from './by-flow.tsx';
import { Colour } from './colour.tsx';
import { KeptLooks } from './kept.tsx';
import { MenuPart } from './menu.tsx';
import { Above, Launcher, Manner, Replies, Voice } from './parts.tsx';
import { EditedSite } from './rows.tsx';
import { previewStates } from './states.ts';
import { changesBetween, useLooks } from './store.ts';

function Changes({ site }: { site: string }) {
  const editing = useLooks(({ sites }) => sites[site]);
  const { discard, isPut, takeUp } = useLooks();
  if (!editing) return null;
  const { base, draft, number, mistakes } = editing;
  const count = changesBetween(base, draft);
  const wrong = Object.keys(mistakes).length;
  const params = { id: site };
  return (
    <PutOnSite
      says={
        wrong > 0
          ? `${wrong === 1 ? 'One value' : `${wrong} values`} cannot be taken yet`
          : count === 0
            ? 'As on the site'
            : `${count === 1 ? 'One change' : `${count} changes`} not on the site yet`
      }
      changes={count}
      isWrong={wrong > 0}
      onUndo={() => discard(site)}
      put={async () => {
        const kept = await call(lookRoutes.put, { params, body: { look: draft, number } });
        isPut(site, kept.look, kept.number);
        await changedHere(lookRoutes.get);
      }}
      clash={{
        code: 'look_changed',
        async takeUp() {
          const theirs = await call(lookRoutes.get, { params });
          takeUp(site, theirs.look, theirs.number);
        },
      }}
    />
  );
}

/** How the chat looks on a site, edited beside the chat itself. Nothing is on the site until it is put there. */
export default function LookPage() {
  const { id, site } = useSite();
  const { data, error, scene, team } = useScene(id);
  const takeUp = useLooks(state => state.takeUp);
  const shown = useLooks(({ sites: all }) => all[id]?.shown);
  useEffect(() => {
    if (data) takeUp(id, data.look, data.number);
  }, [data, id, takeUp]);
  return (
    <main className="flex h-full flex-col">
      <SiteHead id={id} site={site} name="Look">
        <Changes site={id} />
      </SiteHead>
      {shown && data ? (
        <EditedSite value={id}>
          <div className="flex min-h-0 flex-1 max-lg:flex-col max-lg:overflow-y-auto">
            <div className="w-92 shrink-0 overflow-y-auto border-r border-rule px-5 py-4 max-lg:order-2 max-lg:w-full max-lg:overflow-visible max-lg:border-r-0">
              <Voice speaker={data.speaker} />
              <Colour look={shown} />
              <Launcher name={shown.voice.name || data.speaker} />
              <Above />
              <Manner />
              <Replies />
              <MenuPart />
              <ByFlow />
              <KeptLooks look={shown} />
            </div>
            <div className="min-h-0 min-w-0 flex-1 bg-paper-2 max-lg:order-1 max-lg:h-136 max-lg:flex-none">
              <Preview look={shown} states={previewStates} first={1} scene={scene} team={team} />
            </div>
          </div>
        </EditedSite>
      ) : error ? (
        <p role="alert" className="p-6 text-brick">
          {sentenceOf(error)}
        </p>
      ) : (
        <Skeleton lines={6} className="p-8" />
      )}
    </main>
  );
}
