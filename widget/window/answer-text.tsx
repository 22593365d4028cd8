import type { Nodes, Table } from 'mdast';
import { fromMarkdown } from 'mdast-util-from-markdown';
import { gfmTableFromMarkdown } from 'mdast-util-gfm-table';
import { gfmTable } from 'micromark-extension-gfm-table';
import type { ComponentChildren } from 'preact';
import { useMemo } from 'preact/hooks';
import './answer-text.css';
import { onSite } from './spoken.tsx';

type GoTo = (page: string) => void;

/** Anything else could run in the chat. */
const LEADS = /^(?:https?:\/\/|mailto:|tel:|\/(?![/\\])|#)/i;
const SHOWS = /^(?:https:\/\/|\/(?![/\\]))/i;

const all = (nodes: readonly Nodes[], goTo: GoTo): ComponentChildren =>
  nodes.map((node, index) => <Node key={index} node={node} goTo={goTo} />);

function TableOf({ node, goTo }: { node: Table; goTo: GoTo }) {
  const [head, ...rows] = node.children;
  return (
    <div class="wide">
      <table>
        <thead>
          <tr>
            {head?.children.map((cell, index) => (
              <th key={index}>{all(cell.children, goTo)}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row, at) => (
            <tr key={at}>
              {row.children.map((cell, index) => (
                <td key={index}>{all(cell.children, goTo)}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** A part of an answer. What looks like HTML in it is text; a link to a page of the site takes the visitor there, chat and all. */
function Node({ node, goTo }: { node: Nodes; goTo: GoTo }): ComponentChildren {
  switch (node.type) {
    case 'text':
    case 'html':
      return <>{node.value}</>;
    case 'paragraph':
      return <p>{all(node.children, goTo)}</p>;
    case 'heading':
      return (
        <p>
          <strong>{all(node.children, goTo)}</strong>
        </p>
      );
    case 'strong':
      return <strong>{all(node.children, goTo)}</strong>;
    case 'emphasis':
      return <em>{all(node.children, goTo)}</em>;
    case 'inlineCode':
      return <code>{node.value}</code>;
    case 'code':
      return <pre>{node.value}</pre>;
    case 'break':
      return <br />;
    case 'thematicBreak':
      return <hr />;
    case 'blockquote':
      return <blockquote>{all(node.children, goTo)}</blockquote>;
    case 'list':
      return node.ordered ? (
        <ol start={node.start ?? 1}>{all(node.children, goTo)}</ol>
      ) : (
        <ul>{all(node.children, goTo)}</ul>
      );
    case 'listItem':
      return <li>{all(node.children, goTo)}</li>;
    case 'table':
      return <TableOf node={node} goTo={goTo} />;
    case 'image':
      return SHOWS.test(node.url) ? <img src={node.url} alt={node.alt ?? ''} /> : node.alt;
    case 'link': {
      const { url } = node;
      if (!LEADS.test(url)) return <>{all(node.children, goTo)}</>;
      const leadsOn = url.startsWith('/');
      return (
        <a
          href={onSite(url)}
          target="_blank"
          rel="noopener noreferrer"
          onClick={event => {
            if (!leadsOn || event.ctrlKey || event.metaKey || event.shiftKey) return;
            event.preventDefault();
            goTo(url);
          }}
        >
          {all(node.children, goTo)}
        </a>
      );
    }
    default:
      return 'children' in node ? all(node.children as Nodes[], goTo) : null;
  }
}

/** An answer as its writers wrote it: CommonMark with tables. */
export function AnswerText({ text, goTo }: { text: string; goTo: GoTo }) {
  const tree = useMemo(
    () => fromMarkdown(text, { extensions: [gfmTable()], mdastExtensions: [gfmTableFromMarkdown()] }),
    [text],
  );
  return <div class="answer-text">{all(tree.children, goTo)}</div>;
}
