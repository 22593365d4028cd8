import type { ComponentChildren } from 'preact';
import { partMessages as messages } from '../messages/parts.ts';
import type { EntryOf, LineProps } from './entries/view.ts';
import { onSite } from './spoken.tsx';

type Block = EntryOf<'told'>['blocks'][number];
type Spans = Extract<Block, { says: unknown }>['says'];
type GoTo = (page: string) => void;
type Send = LineProps<'told'>['send'];
type Told = Pick<EntryOf<'told'>, 'article' | 'blocks' | 'sources' | 'flows'>;

/** A link to a page of the site takes the visitor there, chat and all. */
function Words({ spans, goTo }: { spans: Spans; goTo: GoTo }) {
  return (
    <>
      {spans.map(({ text, strong, emphasis, code, link }, index) => {
        let shown: ComponentChildren = text;
        if (code) shown = <code>{shown}</code>;
        if (strong) shown = <strong>{shown}</strong>;
        if (emphasis) shown = <em>{shown}</em>;
        if (link)
          shown = (
            <a
              href={onSite(link)}
              target="_blank"
              rel="noopener noreferrer"
              onClick={event => {
                if (!link.startsWith('/') || event.ctrlKey || event.metaKey || event.shiftKey) return;
                event.preventDefault();
                goTo(link);
              }}
            >
              {shown}
            </a>
          );
        return <span key={index}>{shown}</span>;
      })}
    </>
  );
}

function Part({ block, goTo }: { block: Block; goTo: GoTo }) {
  if ('says' in block) {
    const words = <Words spans={block.says} goTo={goTo} />;
    return <p>{block.heads ? <strong>{words}</strong> : words}</p>;
  }
  if ('list' in block) {
    const items = block.list.map((item, index) => (
      <li key={index}>
        <AnswerBlocks blocks={item} goTo={goTo} />
      </li>
    ));
    return block.from === undefined ? <ul>{items}</ul> : <ol start={block.from}>{items}</ol>;
  }
  if ('table' in block)
    return (
      <div class="wide">
        <table>
          <tbody>
            {block.table.map((row, at) => (
              <tr key={at}>
                {row.map((cell, index) =>
                  at === 0 ? (
                    <th key={index}>
                      <Words spans={cell} goTo={goTo} />
                    </th>
                  ) : (
                    <td key={index}>
                      <Words spans={cell} goTo={goTo} />
                    </td>
                  ),
                )}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    );
  if ('code' in block) return <pre>{block.code}</pre>;
  if ('quote' in block)
    return (
      <blockquote>
        <AnswerBlocks blocks={block.quote} goTo={goTo} />
      </blockquote>
    );
  return <img src={block.picture.src} alt={block.picture.alt} />;
}

/** An answer, part by part. Its words are text set by us; nothing in them is ever read as markup. */
export function AnswerBlocks({ blocks, goTo }: { blocks: readonly Block[]; goTo: GoTo }) {
  return (
    <>
      {blocks.map((block, index) => (
        <Part key={index} block={block} goTo={goTo} />
      ))}
    </>
  );
}

/** What goes on from an answer: each begins a flow. */
export function FlowButtons({ of, flows, send }: { of: string; flows: Told['flows']; send: Send }) {
  return flows ? (
    <div class="choices" style={{ justifyContent: 'flex-start' }}>
      {flows.map(({ label }) => (
        <button type="button" key={label} onClick={() => send(label, { buttonOf: of })}>
          {label}
        </button>
      ))}
    </div>
  ) : null;
}

/** An answer that was told, with what it was composed of where it is in other words. */
export function Told({ article, blocks, sources, flows, goTo, send }: Told & { goTo: GoTo; send: Send }) {
  return (
    <>
      <AnswerBlocks blocks={blocks} goTo={goTo} />
      {sources ? (
        <p>
          <small>{messages.answeredFrom(sources.map(({ question }) => question))}</small>
        </p>
      ) : null}
      <FlowButtons of={article.id} flows={flows} send={send} />
    </>
  );
}
