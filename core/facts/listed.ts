import { plain, type WordPart, type Words } from './words.ts';

/** Several parts of a sentence as a list: “a, b or c”. */
export function listed(parts: readonly Words[], joint: 'and' | 'or'): WordPart[] {
  return parts.flatMap((part, index) => {
    if (index === 0) return [...part];
    return [plain(index === parts.length - 1 ? ` ${joint} ` : ', '), ...part];
  });
}
