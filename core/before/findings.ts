import { bare } from '../answers/answer.ts';
import { vocabularyOf } from '../answers/vocabulary/vocabularies.ts';
import type { PersonPart } from '../facts/fact.ts';
import { answerKindOf } from '../flow/answers/registry.ts';
import type { Finding } from '../flow/checks/finding.ts';
import { type BeforeChat, CONSENT, type Detail } from './before.ts';

/** What is wrong with what is asked before the chat, or could be better; `at` is a detail’s identity, or a part’s name. */
export interface BeforeFinding extends Pick<Finding, 'level' | 'sentence'> {
  code: Finding['code'] | OwnCode;
  at: string;
}
type OwnCode =
  | 'no words'
  | 'named only'
  | 'not named'
  | 'kept nowhere'
  | 'kept twice'
  | 'consent forced'
  | 'nothing asked';

const called: Readonly<Record<PersonPart, string>> = { name: 'a name', email: 'an email', phone: 'a phone number' };
const parts = Object.keys(called) as PersonPart[];

/** Which part of a person a detail asks for: what it is kept as says so, else its type. */
const partOf = ({ person, answer }: Detail): PersonPart | undefined =>
  person ?? parts.find(part => answerKindOf(answer.type).keptAs[0] === part);

/** The words above the card, held against what is asked on it. */
function ofWords({ words, details }: BeforeChat, language: string): BeforeFinding[] {
  const at = 'words';
  if (words === '')
    return [
      { code: 'no words', level: 'advice', at, sentence: 'Nothing says why this is asked; most will close the chat.' },
    ];
  const { details: named } = vocabularyOf(language);
  const said = bare(words);
  const asked = new Set(details.map(partOf));
  return parts.flatMap((part): BeforeFinding[] => {
    const isNamed = named[part].test(said);
    if (isNamed === asked.has(part)) return [];
    return [
      isNamed
        ? {
            code: 'named only',
            level: 'problem',
            at,
            sentence: `The words speak of ${called[part]}, which is not asked.`,
          }
        : { code: 'not named', level: 'advice', at, sentence: `The words do not say that ${called[part]} is asked.` },
    ];
  });
}

function ofDetails({ details }: BeforeChat): BeforeFinding[] {
  return details.flatMap(({ id: at, fact, answer }, index): BeforeFinding[] => {
    const own: BeforeFinding[] = answerKindOf(answer.type)
      .check(answer)
      .map(({ code, level, sentence }) => ({ code, level, sentence, at }));
    if (fact === undefined)
      own.push({ code: 'kept nowhere', level: 'problem', at, sentence: 'Say as which fact this is kept.' });
    else if (details.findIndex(other => other.fact === fact) < index)
      own.push({ code: 'kept twice', level: 'problem', at, sentence: `“${fact}” is asked twice.` });
    return own;
  });
}

function ofConsent({ consent }: BeforeChat): BeforeFinding[] {
  const at = CONSENT;
  if (!consent) return [];
  if (consent.wording === '')
    return [{ code: 'empty line', level: 'problem', at, sentence: 'Nothing says what is agreed to.' }];
  // Consent that a service is made to depend on is not freely given (GDPR, article 7, 4).
  if (consent.needed && consent.purpose !== 'storing data')
    return [
      {
        code: 'consent forced',
        level: 'problem',
        at,
        sentence: 'Nobody can be made to agree to news; leave it to them, or the consent is worth nothing.',
      },
    ];
  return [];
}

/**
 * What visitors could not answer, what the law would not take, and words that speak of something else than is asked.
 * Nothing while nothing is asked.
 * @param language BCP 47, of the words
 */
export function beforeFindings(before: BeforeChat, language: string): BeforeFinding[] {
  if (before.when === 'never') return [];
  if (before.details.length === 0)
    return [{ code: 'nothing asked', level: 'problem', at: 'details', sentence: 'Say what is asked.' }];
  return [...ofWords(before, language), ...ofDetails(before), ...ofConsent(before)];
}
