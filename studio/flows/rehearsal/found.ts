import { questionRoutes } from '@kineta/contract';
import {
  answeredFrom,
  askedBefore,
  type Beat,
  type Flow,
  type RehearsalStage,
  type Session,
  type Setting,
  worldOf,
} from '@kineta/core';
import { call } from '../../shell/api.ts';

/**
 * What was done, with what is found for it where it may be a question, as the host would look for it. Where that cannot be had, it
 * is played as if nothing was found.
 */
export async function withFound(
  beat: Beat,
  { flow, session, setting, stage }: { flow: Flow; session: Session; setting: Setting; stage: RehearsalStage },
): Promise<Beat> {
  if (beat.does !== 'replies') return beat;
  const { does: _, ...reply } = beat;
  const from = answeredFrom(flow, session, { event: 'replied', ...reply }, worldOf(setting, stage));
  if (!from) return beat;
  try {
    const { found, byMeaning, several, outside } = await call(questionRoutes.ask, {
      body: {
        text: beat.text,
        before: [...askedBefore(session)],
        page: setting.page,
        language: setting.language,
        isKnown: setting.visitor === 'known person',
        tags: from.tags ? [...from.tags] : null,
        sure: from.sure ?? null,
        outside: from.outside ?? null,
      },
    });
    const articles = found
      .filter(({ withheld }) => withheld.length === 0)
      .map(({ withheld: _, reason: __, atOnce, ...article }) => ({ ...article, ...(atOnce ? { atOnce } : {}) }));
    return {
      ...beat,
      found: { articles, byMeaning, ...(several ? { several } : {}), ...(outside ? { outside } : {}) },
    };
  } catch {
    return beat;
  }
}
