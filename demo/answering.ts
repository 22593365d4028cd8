import type { Express, Request, Response } from 'express';
import express from 'express';

interface Visit {
  what: string;
  when: string;
  who: string;
  state: string;
}

const SENTENCE = /[^.!?]+[.!?]+/g;
/** What the stand-in gives in to: there it says what no source has, so that it can be seen that this is not said. */
const HAGGLING = /\b(?:discount|cheaper|best price|haggle)\b/i;

/** The longest word that a question and its source share, by which an answer takes up what was asked. */
function sharedWord(question: string, source: string): string | undefined {
  const own = new Set(source.toLowerCase().match(/\p{L}{4,}/gu));
  const shared = (question.toLowerCase().match(/\p{L}{4,}/gu) ?? []).filter(word => own.has(word));
  return shared.sort((one, other) => other.length - one.length)[0];
}

/** What stands in for a model: it says the first sentences of its first source, and where it has them from. */
function completed(prompt: string): string {
  const [, source = '', question = ''] = /\[1\] ([\s\S]*?)(?:\n\n[\s\S]*)?\n\nQuestion:\n([\s\S]*)$/.exec(prompt) ?? [];
  const answer = source.slice(source.indexOf('\n') + 1);
  const sentences = (answer.match(SENTENCE) ?? [answer]).slice(0, 2).map(sentence => `${sentence.trim()} [1]`);
  if (HAGGLING.test(question)) return `For you we can do it for £4,999 [1].`;
  const about = sharedWord(question, source);
  return [...(about ? [`About the ${about}, gladly.`] : []), ...sentences].join(' ');
}

/** What stands in for a service of Brackenrow’s own, which knows how visits stand. */
function known(message: string, visits: Readonly<Record<string, Visit>>): unknown {
  const number = /\bBR-?(\d{4})\b/i.exec(message)?.[1];
  const visit = number && visits[`BR-${number}`];
  if (visit) {
    const lines = [`${visit.what}: ${visit.when}, ${visit.who}. It is ${visit.state}.`, 'What would you like to do?'];
    return { lines, choices: ['Move it to another day', 'Leave it as it is'] };
  }
  if (number) return { lines: [`I find no visit BR-${number}.`], choices: [] };
  if (/another day|move it|cancel/i.test(message))
    return { lines: ['Somebody of ours does that with you.'], person: true };
  if (/\b(?:visit|appointment)\b/i.test(message)) return { lines: ['Which number has your visit? It begins with BR.'] };
  return { notKnown: true };
}

/** Serves what stands in for who answers outside: a server of models, and a service that knows of visits. */
export function answeringStandIns(app: Express, visits: Readonly<Record<string, Visit>>): void {
  const json = express.json({ limit: '100kb' });
  app.post('/chat/completions', json, ({ body }: Request, response: Response) => {
    const { messages = [] } = body as { messages?: Array<{ role?: string; content?: unknown }> };
    const prompt = String(messages.find(({ role }) => role === 'user')?.content ?? '');
    response.json({ choices: [{ index: 0, message: { role: 'assistant', content: completed(prompt) } }] });
  });
  app.post('/answerer', json, ({ body }: Request, response: Response) => {
    response.json(known(String((body as { message?: unknown }).message ?? ''), visits));
  });
}
