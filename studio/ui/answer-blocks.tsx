import type { AnswerBlock } from '@kineta/core';
import type { ReactNode } from 'react';

type Spans = Extract<AnswerBlock, { says: unknown }>['says'];

function Words({ spans }: { spans: Spans }) {
  return spans.map(({ text, strong, emphasis, code, link }, index) => {
    let shown: ReactNode = text;
    if (code) shown = <code>{shown}</code>;
    if (strong) shown = <strong>{shown}</strong>;
    if (emphasis) shown = <em>{shown}</em>;
    // Where it leads is shown; a link of the site leads nowhere from here.
    if (link)
      shown = link.startsWith('/') ? (
        <span className="text-petrol underline" title={link}>
          {shown}
        </span>
      ) : (
        <a href={link} target="_blank" rel="noopener noreferrer" className="text-petrol underline">
          {shown}
        </a>
      );
    return <span key={index}>{shown}</span>;
  });
}

function Part({ block }: { block: AnswerBlock }) {
  if ('says' in block)
    return (
      <p className={block.heads ? 'font-semibold' : undefined}>
        <Words spans={block.says} />
      </p>
    );
  if ('list' in block) {
    const items = block.list.map((item, index) => (
      <li key={index}>
        <Parts blocks={item} />
      </li>
    ));
    return block.from === undefined ? <ul>{items}</ul> : <ol start={block.from}>{items}</ol>;
  }
  if ('table' in block)
    return (
      <table>
        <tbody>
          {block.table.map((row, at) => (
            <tr key={at}>
              {row.map((cell, index) => (
                <td key={index} className={at === 0 ? 'font-semibold' : undefined}>
                  <Words spans={cell} />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    );
  if ('code' in block) return <pre>{block.code}</pre>;
  if ('quote' in block)
    return (
      <blockquote className="border-l-2 border-rule pl-3">
        <Parts blocks={block.quote} />
      </blockquote>
    );
  return <img src={block.picture.src} alt={block.picture.alt} className="max-h-40 rounded" />;
}

const Parts = ({ blocks }: { blocks: readonly AnswerBlock[] }) =>
  blocks.map((block, index) => <Part key={index} block={block} />);

/** An answer as a visitor was told it. */
export function AnswerBlocks({ blocks }: { blocks: readonly AnswerBlock[] }) {
  return (
    <div className="answer-text font-script text-base break-words">
      <Parts blocks={blocks} />
    </div>
  );
}
