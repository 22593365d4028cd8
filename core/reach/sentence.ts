import { plain, type WordPart, type Words } from '../facts/words.ts';
import { appearanceKindOf } from './appearances/registry.ts';
import { cueParts } from './parts/registry.ts';
import type { Cue } from './reach.ts';

const capital = ([first, ...rest]: Words): Words =>
  first && 'text' in first
    ? [plain(first.text.charAt(0).toUpperCase() + first.text.slice(1)), ...rest]
    : [first!, ...rest];

/** A cue as one sentence: “On /heat-pumps and below, to who is new here, after 20 seconds: the line “Shall I price one?”.” */
export function cueWords({ fits, appears }: Pick<Cue, 'fits' | 'appears'>): Words {
  const clauses = cueParts.flatMap(({ part, words, unset }) => {
    const set = fits[part];
    return set === undefined ? (unset ? [unset] : []) : [words(set)];
  });
  return [
    ...capital(clauses.flatMap((clause, at): WordPart[] => [...(at > 0 ? [plain(', ')] : []), ...clause])),
    plain(': '),
    ...appearanceKindOf(appears).words(appears),
    plain('.'),
  ];
}
