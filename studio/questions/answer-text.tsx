import Markdown from 'react-markdown';
import gfm from 'remark-gfm';

const parts = {
  a: ({ href, children }: { href?: string | undefined; children?: React.ReactNode }) => (
    <a href={href} target="_blank" rel="noopener noreferrer" className="text-petrol underline">
      {children}
    </a>
  ),
};

/** An answer as it is read: CommonMark with tables. What looks like HTML in it is shown as it is typed. */
export function AnswerText({ children }: { children: string }) {
  return (
    <div className="answer-text font-script break-words">
      <Markdown remarkPlugins={[gfm]} components={parts}>
        {children}
      </Markdown>
    </div>
  );
}
