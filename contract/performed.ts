import type { Act } from '@kineta/core';
import type { EntryBody } from './conversations.ts';

/** What a flow’s acts add to the log. Orders to remember something are carried out, not logged. */
export function entriesOf(acts: readonly Act[], speaker: string): EntryBody[] {
  return acts.flatMap(act => entryOf(act, speaker) ?? []);
}

function entryOf(act: Act, speaker: string): EntryBody | undefined {
  switch (act.act) {
    case 'enter':
      return { kind: 'entered', scene: act.scene, title: act.title };
    case 'say':
      return { kind: 'said', speaker, line: act.line, ...(act.pictures ? { pictures: act.pictures } : {}) };
    case 'show':
      return { kind: 'showed', speaker, line: act.line, cards: act.cards };
    case 'ask':
      return { kind: 'asked', speaker, line: act.line, answer: act.answer, step: act.step };
    case 'chart':
      return { kind: 'charted', speaker, title: act.title, form: act.form, values: act.values };
    case 'learn':
      return { kind: 'learnt', fact: act.fact, type: act.type, value: act.value };
    case 'note':
      return { kind: 'direction', text: act.text };
    case 'score':
      return { kind: 'scored', fact: act.fact, points: act.points, reason: act.reason };
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
    case 'email': {
      const { to, toVisitor, subject, line, charts } = act;
      return { kind: 'emailed', to, toVisitor, subject, line, charts };
    }
    case 'notify':
      return { kind: 'notified', team: act.team, text: act.text };
    case 'call service':
      return { kind: 'called', method: act.request.method, url: act.request.url };
    case 'remember':
    case 'decided':
    case 'set timer':
    case 'clear timer':
    case 'start flow':
      return undefined;
  }
}
