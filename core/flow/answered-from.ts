import { asksSomething } from '../answers/asking.ts';
import { understandOrder } from '../answers/order.ts';
import { understandWish } from '../answers/wish.ts';
import { isPicked, madeOf } from './answering.ts';
import type { Reply } from './event.ts';
import type { Flow } from './format.ts';
import { programOf } from './program.ts';
import type { Session } from './session.ts';
import type { AnsweredFrom, Player } from './steps/kind.ts';
import type { World } from './world.ts';

/**
 * From what a reply is to be answered that may be a question, so that it is worth looking for an answer before it is played; undefined
 * where it is an answer to what was asked, an order or a wish.
 */
export function answeredFrom(edition: Flow, session: Session, reply: Reply, world: World): AnsweredFrom | undefined {
  const program = programOf(edition);
  const place = session.at === undefined ? undefined : program.placeOf.get(session.at);
  const player = session.state === 'asking' && place !== undefined ? program.playerAt(place) : undefined;
  if (player?.isAsked) return player.isAsked(reply, world) ? (player.answersFrom ?? {}) : undefined;
  return mayAskAside(player, session, reply, world) ? {} : undefined;
}

function mayAskAside(player: Player | undefined, session: Session, reply: Reply, world: World): boolean {
  const { language } = world.locale;
  if (isPicked(reply) || session.state === 'handed over' || session.state === 'awaiting' || session.before)
    return false;
  if (player?.offers?.(reply.text, world)) return false;
  if (understandOrder(reply.text, language) || understandWish(reply.text, language, world.wishes)) return false;
  // Where nothing waits, any words may be those that begin a flow.
  if (!player) return /\p{L}/u.test(reply.text);
  const made = madeOf(player, reply, world);
  if (made === 'rather an answer' || made === 'perhaps an answer') return asksSomething(reply.text, language);
  return made !== 'an answer';
}
