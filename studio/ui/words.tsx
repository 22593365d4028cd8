import type { WordPart, Words } from '@kineta/core';

function Part({ part }: { part: WordPart }) {
  if ('text' in part) return <>{part.text}</>;
  if ('fact' in part) return <span className="mark not-italic">{part.fact}</span>;
  if ('value' in part) return <span className="mark not-italic">{part.value}</span>;
  if ('team' in part) return <span className="mark not-italic">{part.team}</span>;
  if ('formula' in part) return <code className="mark font-mono text-[0.85em] not-italic">{part.formula}</code>;
  return <b className="font-semibold">{part.title}</b>;
}

/** A stage direction, its facts, scenes and teams marked. */
export function Direction({ words }: { words: Words }) {
  return (
    <>
      {words.map((part, index) => (
        <Part key={index} part={part} />
      ))}
    </>
  );
}
