import { z } from 'zod';
import { PickedFact } from '../../facts/fact.ts';
import { factMark, plain } from '../../facts/words.ts';
import { spoken } from '../../messages/message.ts';
import { fingerprint } from '../dice.ts';
import { Id } from '../id.ts';
import { isEmptyLine, Line, lineReads, lineText } from '../line.ts';
import { standing } from '../standing.ts';
import { consentTo } from './consent.ts';
import type { StepFinding, StepKind } from './kind.ts';
import { lineFindings, quoted } from './say.ts';

const Address = z.email('That is not an email address.').max(254);

export const Email = z.strictObject({
  id: Id,
  kind: z.literal('email'),
  /** The visitor, at the address that a fact holds; or colleagues, at theirs. */
  to: z.union([
    z.strictObject({ fact: PickedFact }),
    z.strictObject({
      addresses: z
        .array(z.union([Address, z.literal('')]))
        .min(1)
        .max(20),
    }),
  ]),
  subject: Line,
  line: Line,
  /** Whether the visitor asked for this very email, so that no other consent is needed. */
  askedFor: z.literal(true).optional(),
  /** Steps that show a chart; the email shows the same. */
  charts: z.array(Id).max(5).optional(),
});
export type Email = z.infer<typeof Email>;

/** Sends an email. Coming here again with the same words for the same address sends nothing twice. */
export const email: StepKind<Email> = {
  kind: 'email',
  purpose: 'Send an email to the visitor or to colleagues',
  schema: Email,
  hasLine: true,
  blank: id => ({ id, kind: 'email', to: { fact: '' }, subject: [], line: [] }),
  words: step => [
    plain('Email '),
    ...('fact' in step.to
      ? [plain('the visitor at '), factMark(step.to.fact)]
      : [plain(step.to.addresses.filter(address => address !== '').join(', ') || '…')]),
    plain(' about '),
    ...quoted(step.subject),
    plain(': '),
    ...quoted(step.line),
    ...(step.askedFor ? [plain(', as they asked')] : []),
    ...(step.charts?.length ? [plain(step.charts.length === 1 ? ', with the chart' : ', with the charts')] : []),
  ],
  exits: () => [{}],
  waits: () => false,
  unasked: step =>
    'fact' in step.to && !step.askedFor
      ? { consent: consentTo('news by email'), asked: { ...step, askedFor: true } }
      : undefined,
  reads: step => [
    ...lineReads(step.subject),
    ...lineReads(step.line),
    ...('fact' in step.to && step.to.fact !== '' ? [step.to.fact] : []),
  ],
  sets: () => [],
  check(step, around) {
    const findings: StepFinding[] = [
      ...lineFindings(step.subject, around, 'subject'),
      ...lineFindings(step.line, around, 'line'),
    ];
    const problem = (code: StepFinding['code'], sentence: string, part: string): void => {
      findings.push({ code, level: 'problem', sentence, part });
    };
    if (isEmptyLine(step.subject)) problem('empty line', 'The email has no subject.', 'subject');
    if (isEmptyLine(step.line)) problem('empty line', 'The email says nothing.', 'line');
    const { to } = step;
    if ('fact' in to) {
      const fact = around.facts.find(known => known.name === to.fact);
      if (to.fact === '') problem('no such fact', 'No fact is picked that holds the address.', 'to');
      else if (!fact)
        problem('no such fact', `The email goes to “${to.fact}”, which is not a fact of this flow.`, 'to');
      else if (fact.type !== 'email')
        problem('wrong type', `“${fact.name}” holds ${fact.type}; an email goes to an email address.`, 'to');
    } else if (to.addresses.some(address => address === ''))
      problem('empty line', 'The email names nobody that it goes to.', 'to');
    for (const id of step.charts ?? [])
      if (!around.draws(id)) problem('no way on', 'The email’s chart is not in the flow any more.', 'charts');
    return findings;
  },
  play(step, stage) {
    const on = stage.way(undefined);
    const subject = stage.speak(step.subject);
    const speak = stage.speak(step.line);
    const charts = (step.charts ?? []).flatMap(id => stage.drawing(id) ?? []);
    const { to } = step;
    return {
      enter(run) {
        const address = 'fact' in to ? run.known[to.fact] : undefined;
        const addresses = 'fact' in to ? (typeof address === 'string' ? [address] : []) : to.addresses;
        if (addresses.length === 0) {
          run.tell(step.id, { code: 'email without address' });
          return on;
        }
        const mail = {
          act: 'email' as const,
          step: step.id,
          to: addresses,
          toVisitor: 'fact' in to,
          subject: lineText(subject(run)).replace(/\s+/g, ' ').trim(),
          line: speak(run),
          charts: charts.flatMap(draw => draw(run) ?? []),
        };
        const print = fingerprint(JSON.stringify(mail));
        if (run.mailed[step.id] === print) {
          run.tell(step.id, { code: 'email sent before', subject: mail.subject });
          return on;
        }
        run.mailed = { ...run.mailed, [step.id]: print };
        run.acts.push(mail);
        return on;
      },
      hears(run, told) {
        if (told.outcome === 'worked') return;
        const { why, about: address = '' } = told;
        run.tell(step.id, { code: 'email undelivered', to: address, why });
        const { [step.id]: _, ...rest } = run.mailed;
        run.mailed = rest;
        if ('fact' in to)
          run.acts.push({
            act: 'say',
            step: step.id,
            line:
              standing(run.world, 'emailCameBack', { address }) ??
              spoken(run.world.locale.language, 'email came back', { address }),
          });
      },
    };
  },
};
