import type { EntryBody } from '@kineta/contract';
import { type Act, dice, type Event, type Flow, type Locale, play, type World } from '@kineta/core';
import type { Directory } from '../account/model.ts';
import type { ConsentAct } from '../people/consents.ts';
import type { Remembered } from '../people/model.ts';
import type { Changes, ConversationRow } from './model.ts';

/** The world as a flow of this workspace meets it now. */
export function worldOf(directory: Directory, visitor: string, now: number, seed: number): World {
  const { workspace, teams } = directory;
  const locale: Locale = { language: workspace.language, currency: workspace.currency };
  return {
    now,
    zone: workspace.zone,
    visitor,
    random: dice(seed),
    locale,
    country: workspace.country,
    business: workspace.business,
    hours: Object.fromEntries([...teams.values()].flatMap(team => (team.hours ? [[team.name, team.hours]] : []))),
  };
}

/** What a flow’s acts add to the log. Orders to remember something are carried out, not logged. */
export function entriesOf(acts: readonly Act[], speaker: string): EntryBody[] {
  return acts.flatMap(act => entryOf(act, speaker) ?? []);
}

function entryOf(act: Act, speaker: string): EntryBody | undefined {
  switch (act.act) {
    case 'enter':
      return { kind: 'entered', scene: act.scene, title: act.title };
    case 'say':
      return { kind: 'said', speaker, line: act.line, ...(act.picture ? { picture: act.picture } : {}) };
    case 'ask':
      return { kind: 'asked', speaker, line: act.line, answer: act.answer };
    case 'chart':
      return { kind: 'charted', speaker, title: act.title, form: act.form, values: act.values };
    case 'learn':
      return { kind: 'learned', fact: act.fact, type: act.type, value: act.value };
    case 'note':
      return { kind: 'direction', text: act.text };
    case 'hand over':
      return { kind: 'handed over', team: act.team, reason: act.reason };
    case 'end':
      return { kind: 'ended', ...(act.outcome ? { outcome: act.outcome } : {}) };
    case 'record consent': {
      const { purpose, given, wording, policy } = act;
      return { kind: 'consent', purpose, given, wording, ...(policy ? { policy } : {}) };
    }
    case 'withdraw consent':
      return { kind: 'consent', purpose: act.purpose, given: null };
    case 'take to page':
      return { kind: 'led to page', page: act.page };
    case 'remember':
      return undefined;
  }
}

/** Plays a conversation’s edition on, and says what that changes. */
export function perform(
  edition: Flow,
  row: ConversationRow,
  event: Event,
  directory: Directory,
  now: Date,
): { entries: EntryBody[]; changes: Changes; remembered: Remembered[]; consents: ConsentAct[] } {
  const seed = row.seed + row.last_number;
  const { session, acts } = play(edition, row.session, event, worldOf(directory, row.visitor_id, now.getTime(), seed));
  const changes: Changes = { session };
  const ended = acts.findLast(act => act.act === 'end');
  if (ended) changes.outcome = ended.outcome ?? null;
  const handOver = acts.find(act => act.act === 'hand over');
  if (handOver) {
    changes.led_by = 'waiting';
    changes.waiting_since = now;
    changes.agent_id = null;
    changes.team_id = [...directory.teams.values()].find(team => team.name === handOver.team)?.id ?? null;
  } else if (session.state === 'ended') changes.led_by = 'done';
  else if (session.state === 'asking') changes.led_by = 'flow';
  const types = new Map(edition.facts.map(fact => [fact.name, fact.type]));
  const remembered = acts.flatMap(act =>
    act.act === 'remember' ? [{ fact: act.fact, type: types.get(act.fact) ?? 'text', value: act.value }] : [],
  );
  const consents = acts.filter(act => act.act === 'record consent' || act.act === 'withdraw consent');
  return { entries: entriesOf(acts, edition.speaker), changes, remembered, consents };
}
