import { cut, message, ratingQuestion, saidLine } from '@kineta/core';
import { addressOf } from '../away.ts';
import type { Doing } from './deed.ts';
import { ordered } from './ordered.ts';

export const rate: Doing<'rate'> = {
  deed: 'rate',
  async carryOut({ text, email }, acting) {
    const { directory, row, speaker, shown, facts, known, write, wayBack } = acting;
    const { workspace, manners } = directory;
    const language = manners.get(row.site_id)?.language ?? workspace.language;
    const line = saidLine(text, shown);
    if (line.length === 0) return { undone: 'had nothing to ask, as what it tells of was not known' };
    write(ratingQuestion(speaker, line, language));
    const to = email ? addressOf(facts, known) : undefined;
    const back = to === undefined ? undefined : await wayBack();
    if (to === undefined || back === undefined) return { deed: 'rate' };
    await ordered(acting, {
      act: 'email',
      step: '',
      to: [to],
      toVisitor: true,
      subject: cut(`${workspace.name}: ${line.flat()[0]?.text ?? ''}`, 300),
      line: [...line, [{ text: message(language, 'rate it'), link: back }]],
      charts: [],
    });
    return { deed: 'rate', to };
  },
};
