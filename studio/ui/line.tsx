import type { FactSpan, Line, TextSpan } from '@kineta/core';

/** A fact in a line, as it is marked wherever lines are shown: with the words that stand in its place, if any. */
export function factLabel({ fact, otherwise }: FactSpan): string {
  return otherwise ? `${fact}, or “${otherwise}”` : fact;
}

function Text({ span, live }: { span: TextSpan; live: boolean }) {
  const look = `${span.strong ? 'font-semibold' : ''} ${span.emphasis ? 'italic' : ''}`;
  if (!span.link) return <span className={look}>{span.text}</span>;
  const linked = `${look} text-petrol underline`;
  // A link of the site leads nowhere from here.
  if (!live || span.link.startsWith('/')) return <span className={linked}>{span.text}</span>;
  return (
    <a href={span.link} target="_blank" rel="noopener noreferrer" className={linked}>
      {span.text}
    </a>
  );
}

/** A line, spoken or still to be. It is text that we set; nothing in it is ever read as markup. */
export function LineText({ line, live = false }: { line: Line; live?: boolean }) {
  return (
    <>
      {line.map((paragraph, index) => (
        <p key={index}>
          {paragraph.length === 0 ? <br /> : null}
          {paragraph.map((span, at) =>
            'fact' in span ? (
              <span key={at} className="mark">
                {factLabel(span)}
              </span>
            ) : (
              <Text key={at} span={span} live={live} />
            ),
          )}
        </p>
      ))}
    </>
  );
}
