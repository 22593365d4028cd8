import type { Asked, FoundArticle, WithheldBy } from '@kineta/contract';
import { Fragment, type ReactNode } from 'react';

const withheldWords: Record<WithheldBy, string> = {
  draft: 'it waits for your yes',
  'not yet': 'its days have not begun',
  over: 'its days are over',
  'other site': 'it is for another site',
  'other page': 'it is for other pages',
  'other language': 'it is for another language',
  'known only': 'it is only for people who are known',
  'not known only': 'it is only for people who are not known',
  'fact not known': 'a fact in it is not known',
  'flow not published': 'the flow that it begins is not published',
};

/** Why an answer is not said to who asks. */
export const withheldSentence = (withheld: readonly WithheldBy[]): string => `Not said: ${withheldReasons(withheld)}.`;

export function withheldReasons(withheld: readonly WithheldBy[]): string {
  return withheld.map(one => withheldWords[one]).join('; ');
}

const Marked = ({ children }: { children: string }) => <span className="mark not-italic">{children}</span>;

/** A likeness from which on a wording is worth naming. */
const ALIKE = 0.35;

/** Why an answer was found, as one sentence in the words of both. */
export function ReasonText({ reason }: { reason: FoundArticle['reason'] }) {
  const { words, near, wording, mended } = reason;
  const parts: ReactNode[] = [];
  if (wording && wording.likeness >= ALIKE)
    parts.push(
      <>
        {wording.likeness >= 0.6 ? 'close' : 'near'} in meaning to “{wording.text}”
      </>,
    );
  if (words.length > 0)
    parts.push(
      <>
        both say{' '}
        {words.map((word, index) => (
          <Fragment key={word}>
            {index > 0 ? ' ' : ''}
            <Marked>{word}</Marked>
          </Fragment>
        ))}
      </>,
    );
  for (const { asked, told } of near)
    parts.push(
      <>
        “{asked}” is near <Marked>{told}</Marked>
      </>,
    );
  for (const { typed, read } of mended)
    parts.push(
      <>
        “{typed}” was read as <Marked>{read}</Marked>
      </>,
    );
  if (parts.length === 0) return <>Nothing in particular: it is only less unlikely than the others.</>;
  return (
    <span className="inline-block first-letter:uppercase">
      {parts.map((part, index) => (
        <Fragment key={index}>
          {index > 0 ? '; ' : ''}
          {part}
        </Fragment>
      ))}
      .
    </span>
  );
}

/** What was made of an answer outside, in a sentence, and whether that is said. */
export function outsideSentence(outside: NonNullable<Asked['outside']>): { sentence: string; isGood: boolean } {
  switch (outside.did) {
    case 'composed':
      return { sentence: 'Worded by the model; all that it says is in your answers.', isGood: true };
    case 'answered':
      return { sentence: 'Answered by your service.', isGood: true };
    case 'did not know':
      return { sentence: 'It would be said that nobody knows: no answer was found in this one.', isGood: false };
    case 'failed':
      return { sentence: `Said as it is written: ${outside.why}`, isGood: false };
    case 'unfounded':
      return {
        sentence:
          outside.is === ''
            ? 'Said as it is written: the model named none of your answers as its source.'
            : `Said as it is written: the model said “${outside.is}”, which none of its sources has.`,
        isGood: false,
      };
  }
}
