import type { Condition } from '../facts/condition.ts';
import type { Channel } from './channel.ts';
import { nextAt, quietUntil } from './quiet.ts';
import { type Concerned, concernedIn, type Roster } from './roster.ts';
import { asForAll, type OwnTellings, type Sound, type Telling, type To } from './telling.ts';

/** What decides who is told of something, beside what the workspace has settled. */
export interface Occasion {
  roster: Roster;
  concerned: Concerned;
  /** What each member has otherwise, by their identity. */
  own: ReadonlyMap<string, OwnTellings>;
  /** Whether a condition holds of the conversation. */
  holds(condition: Condition): boolean;
  /** The instant in epoch milliseconds, and the zone whose clock quiet hours and digests go by. */
  now: number;
  zone: string;
  /** How long a page that is open has to say that it was seen there, before a browser or a phone is told, in milliseconds. */
  pause: number;
}

/** Somebody, or an address, that is told over one channel; sounds are made at once and have no time. */
export type Told =
  | { member: string; channel: 'sound'; sound: Sound }
  | { member: string; channel: 'push'; at: number }
  | { to: { member: string } | { address: string }; channel: 'mail'; at: number; transcript: boolean };

/** What each kind sounds like, for who has chosen nothing. */
const SOUND: Sound = 'two notes';
const MINUTE = 60_000;

function membersOf(to: To, { roster, concerned }: Occasion): string[] {
  if (to === 'concerned') return concernedIn(roster, concerned);
  if (to === 'everyone') return concernedIn(roster, { team: null });
  if (to === 'leads') return concernedIn(roster, { team: null, leads: true });
  if ('member' in to) return concernedIn(roster, { members: [to.member] });
  if ('team' in to)
    return concernedIn(roster, { members: roster.teams.find(({ id }) => id === to.team)?.members ?? [] });
  return [];
}

/** When an email of a telling goes, for who wants all of a day together or each by itself. */
function mailAt({ mailing }: Telling, digest: string | null, { now, zone }: Occasion): number {
  if (digest !== null) return nextAt(digest, zone, now);
  return 'daily' in mailing ? nextAt(mailing.daily, zone, now) : now + mailing.after * MINUTE;
}

interface Wanted {
  channels: Set<Channel>;
  mail: { at: number; transcript: boolean } | undefined;
}

/**
 * Who is told of something, over which channels, and when: over each once, the soonest that any telling says. Quiet hours have
 * neither sounds nor notifications, and emails wait for their end.
 * @param alert the code of its kind
 */
export function toldOf(alert: string, tellings: readonly Telling[], occasion: Occasion): Told[] {
  const { own, now, zone, pause } = occasion;
  const members = new Map<string, Wanted>();
  const addresses = new Map<string, { at: number; transcript: boolean }>();
  const sooner = (one: Wanted['mail'], at: number, transcript: boolean) => ({
    at: Math.min(one?.at ?? at, at),
    transcript: transcript || one?.transcript === true,
  });
  for (const telling of tellings) {
    if (telling.of !== alert || (telling.onlyIf && !occasion.holds(telling.onlyIf))) continue;
    for (const to of telling.to) {
      if (typeof to === 'object' && 'address' in to) {
        const address = to.address.toLowerCase();
        const at = mailAt(telling, null, occasion);
        // An address is told by email, whatever else is said.
        addresses.set(address, sooner(addresses.get(address), at, telling.transcript));
        continue;
      }
      for (const member of membersOf(to, occasion)) {
        const wanted = members.get(member) ?? { channels: new Set<Channel>(), mail: undefined };
        members.set(member, wanted);
        for (const channel of telling.channels) wanted.channels.add(channel);
        const { digest } = own.get(member) ?? asForAll;
        wanted.mail = sooner(wanted.mail, mailAt(telling, digest, occasion), telling.transcript);
      }
    }
  }
  const told: Told[] = [...addresses].map(([address, mail]) => ({ to: { address }, channel: 'mail', ...mail }));
  for (const member of wishing(alert, members, occasion)) {
    const { kinds, quiet, digest } = own.get(member) ?? asForAll;
    const mine = kinds[alert];
    const wanted = members.get(member);
    const has = (channel: Channel): boolean => mine?.channels[channel] ?? wanted?.channels.has(channel) ?? false;
    const peace = quietUntil(quiet, zone, now);
    const sound = mine?.sound ?? SOUND;
    if (peace === undefined && has('sound') && sound !== 'none') told.push({ member, channel: 'sound', sound });
    if (peace === undefined && has('push')) told.push({ member, channel: 'push', at: now + pause });
    if (!has('mail')) continue;
    const { at, transcript } = wanted?.mail ?? {
      at: digest === null ? now : nextAt(digest, zone, now),
      transcript: false,
    };
    told.push({ to: { member }, channel: 'mail', at: Math.max(at, quietUntil(quiet, zone, at) ?? at), transcript });
  }
  return told;
}

/** Who is told at all: those whom the workspace tells, and those who have asked for more of it themselves. */
function wishing(alert: string, members: ReadonlyMap<string, unknown>, { own, roster, concerned }: Occasion): string[] {
  const more = concernedIn(roster, concerned).filter(member =>
    Object.values(own.get(member)?.kinds[alert]?.channels ?? {}).includes(true),
  );
  return [...new Set([...members.keys(), ...more])];
}
