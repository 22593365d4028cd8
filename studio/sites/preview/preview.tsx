import type { Previewed, PreviewNews } from '@kineta/contract';
import { type Look, launcherDress, type Scheme, windowDress, withTeam } from '@kineta/core';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Picks } from '../../ui/picks.tsx';
import type { PreviewState, Scene } from './scene.ts';

/** How much smaller than it is the page is shown. */
const WIDE = 0.66;
const PHONE = { scale: 0.62, width: 390, height: 844 };

function PreviewFrame({ title, previewed, className }: { title: string; previewed: Previewed; className: string }) {
  const frame = useRef<HTMLIFrameElement>(null);
  const latest = useRef(previewed);
  latest.current = previewed;
  const tell = () => {
    const news: PreviewNews = { kineta: 'previewed', previewed: latest.current };
    frame.current?.contentWindow?.postMessage(news, location.origin);
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: told anew with whatever is new
  useEffect(tell, [previewed]);
  useEffect(() => {
    const hear = ({ source, origin, data }: MessageEvent) => {
      if (source === frame.current?.contentWindow && origin === location.origin && data.kineta === 'ready') tell();
    };
    addEventListener('message', hear);
    return () => removeEventListener('message', hear);
  });
  return <iframe ref={frame} src="/w/preview" title={title} className={className} />;
}

/** The look on the real launcher and window, on a wide screen and on a phone, in every state to choose from. */
export function Preview({
  look,
  states,
  first = 0,
  scene,
  team,
}: {
  look: Look;
  /** In which it can be looked at, and which of them is shown first. */
  states: readonly PreviewState[];
  first?: number;
  scene: Scene;
  /** Who has a picture. */
  team: ReadonlyArray<{ id: string; name: string; picture: string }>;
}) {
  const [at, setAt] = useState(first);
  const [night, setNight] = useState(false);
  const { scheme: own } = look.colour;
  const scheme: Scheme = own === 'device' ? (night ? 'dark' : 'light') : own;
  const state = states[at]!;
  const previewed = useMemo((): Previewed => {
    const worn: Look = { ...look, colour: { ...look.colour, scheme } };
    const speaker = look.voice.name || scene.speaker;
    const { picture, style, words } = launcherDress(worn, speaker ? `Ask ${speaker}` : 'Ask us');
    return {
      launcher: {
        style,
        words,
        picture,
      },
      window: withTeam(windowDress(worn), [...team]),
      scheme,
      isOpen: !state.isShut,
      chat: state.chat({ ...scene, speaker: speaker || scene.business }),
    };
  }, [look, scheme, scene, team, state]);
  return (
    <section aria-label="How it looks" className="flex h-full min-h-0 min-w-0 flex-col px-5 pt-3 pb-5">
      <div className="mb-3 flex flex-wrap items-end justify-between gap-x-4">
        <Picks name="States" picks={states.map(({ name }) => name)} at={at} onPick={setAt} />
        {own === 'device' ? (
          <Picks name="Scheme" picks={['light', 'dark']} at={Number(night)} onPick={index => setNight(index === 1)} />
        ) : null}
      </div>
      <div className="flex min-h-0 flex-1 gap-5">
        <div className="relative min-h-96 min-w-0 flex-1 overflow-hidden rounded-lg border border-rule bg-white">
          <div
            className="absolute top-0 left-0 origin-top-left"
            style={{ width: `${100 / WIDE}%`, height: `${100 / WIDE}%`, transform: `scale(${WIDE})` }}
          >
            <PreviewFrame title="On a wide screen" previewed={previewed} className="size-full" />
          </div>
        </div>
        <div
          className="relative shrink-0 self-start overflow-hidden rounded-[1.4rem] border-6 border-ink bg-white max-xl:hidden"
          style={{ width: PHONE.width * PHONE.scale + 12, height: PHONE.height * PHONE.scale + 12 }}
        >
          <div
            className="absolute top-0 left-0 origin-top-left"
            style={{ width: PHONE.width, height: PHONE.height, transform: `scale(${PHONE.scale})` }}
          >
            <PreviewFrame title="On a phone" previewed={previewed} className="size-full" />
          </div>
        </div>
      </div>
    </section>
  );
}
