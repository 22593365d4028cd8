import { useEffect } from 'react';
import { live } from '../shell/live.ts';

/** How often an open page says that it is, in milliseconds; less than the server waits for it to say so again. */
const SAYS_EVERY = 30_000;
/** Who comes back to their desk is said to be there at once, after having been away from it for so long. */
const BACK_AFTER = 60_000;
const DOING = ['pointerdown', 'pointermove', 'keydown', 'wheel', 'touchstart'] as const;

let activeAt = Date.now();

/** For how many milliseconds nothing was done in this page. */
export const idleFor = (): number => Date.now() - activeAt;

/** Tells that somebody is here, and since when they have done nothing: by that they take chats or are taken to be away. */
export function useSaysHere(): void {
  useEffect(() => {
    const socket = live();
    const say = () => {
      if (socket.connected) socket.emit('here', { idle: idleFor() });
    };
    const acted = () => {
      const wasAway = idleFor() > BACK_AFTER;
      activeAt = Date.now();
      if (wasAway) say();
    };
    say();
    socket.on('connect', say);
    const timer = setInterval(say, SAYS_EVERY);
    for (const event of DOING) addEventListener(event, acted, { passive: true });
    return () => {
      socket.off('connect', say);
      clearInterval(timer);
      for (const event of DOING) removeEventListener(event, acted);
    };
  }, []);
}
