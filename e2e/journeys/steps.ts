/** A line of plain text, as a flow’s file has it. */
export const line = (text: string) => [[{ text }]];

/** A question whose answer is kept, as a flow’s file has it. */
export const ask = (id: string, text: string, answer: object, fact: string) => ({
  id,
  kind: 'ask',
  line: line(text),
  answer,
  fact,
  tries: 2,
});
