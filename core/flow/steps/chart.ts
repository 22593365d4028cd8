import { z } from 'zod';
import { show } from '../../facts/fact.ts';
import { tryFormula } from '../../facts/formula.ts';
import { plain, type Words } from '../../facts/words.ts';
import { Id } from '../id.ts';
import { isEmptyLine, Line, lineFacts, lineReads, lineText } from '../line.ts';
import type { ChartShown } from '../shown.ts';
import { formulaFindings } from './decide.ts';
import type { Run, Stage, StepFinding, StepKind } from './kind.ts';
import { quoted } from './say.ts';

export const Chart = z.strictObject({
  id: Id,
  kind: z.literal('chart'),
  /** What the chart says, above it. */
  title: Line,
  form: z.enum(['bars', 'line', 'number']),
  /** What is shown: each value is worked out from facts. A number card shows the first. */
  values: z
    .array(z.strictObject({ label: z.string().max(60), formula: z.string().max(2_000) }))
    .min(1)
    .max(12),
  /** Whether the values are shown as money. */
  money: z.boolean().optional(),
});
export type Chart = z.infer<typeof Chart>;

/** Shows what was worked out as a small card: bars, a line, or one number; with the same in words. */
export const chart: StepKind<Chart> = {
  kind: 'chart',
  purpose: 'Show what was worked out as a chart',
  schema: Chart,
  hasLine: true,
  blank: id => ({ id, kind: 'chart', title: [], form: 'bars', values: [{ label: 'Now', formula: '1' }] }),
  words: step => [
    plain(`Show ${step.form === 'number' ? 'a number' : step.form === 'line' ? 'a line' : 'bars'} titled `),
    ...quoted(step.title),
    plain(' with '),
    ...step.values.flatMap(
      ({ label, formula: source }, index): Words => [plain(`${index > 0 ? ', ' : ''}${label}: `), { formula: source }],
    ),
  ],
  exits: () => [{}],
  waits: () => false,
  reads: (step, facts) => [
    ...lineReads(step.title),
    ...step.values.flatMap(
      value =>
        tryFormula(
          value.formula,
          facts.map(fact => fact.name),
        )?.reads ?? [],
    ),
  ],
  sets: () => [],
  check(step, around) {
    const names = around.facts.map(fact => fact.name);
    const findings: StepFinding[] = [];
    if (isEmptyLine(step.title))
      findings.push({ code: 'empty line', level: 'problem', sentence: 'The chart has no title.', part: 'title' });
    for (const name of lineFacts(step.title))
      if (!names.includes(name))
        findings.push({
          code: 'no such fact',
          level: 'problem',
          sentence: `The title uses “${name}”, which is not a fact of this flow.`,
          part: 'title',
        });
    for (const [index, value] of step.values.entries()) {
      if (value.label.trim() === '' && step.form !== 'number')
        findings.push({
          code: 'empty line',
          level: 'problem',
          sentence: 'A part of the chart has no words.',
          part: `values.${index}`,
        });
      findings.push(...formulaFindings(value.formula, names, `values.${index}`));
    }
    return findings;
  },
  drawing,
  play(step, stage) {
    const draw = drawing(step, stage);
    const on = stage.way(undefined);
    return {
      enter(run) {
        const drawn = draw(run);
        if (drawn) run.acts.push({ act: 'chart', step: step.id, ...drawn });
        else run.tell(step.id, { code: 'chart not drawn', title: lineText(step.title) });
        return on;
      },
    };
  },
};

/** Makes a chart ready to be drawn, here or elsewhere; nothing is drawn while one of its values is not known. */
function drawing(step: Chart, stage: Stage): (run: Run) => ChartShown | undefined {
  const speak = stage.speak(step.title);
  const values = step.values.map(({ label, formula }) => ({ label, worked: tryFormula(formula, stage.factNames) }));
  return run => {
    const shown = values.flatMap(({ label, worked }) => {
      const result = worked?.evaluate(run.known);
      if (!result || 'error' in result || typeof result.value !== 'number') return [];
      const { value } = result;
      const text = step.money
        ? show(Math.round(value), 'money', run.world.locale)
        : show(value, 'number', run.world.locale);
      return [{ label, value, text }];
    });
    return shown.length < values.length ? undefined : { title: speak(run), form: step.form, values: shown };
  };
}
