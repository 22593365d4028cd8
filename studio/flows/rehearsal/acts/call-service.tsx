import { useState } from 'react';
import { Button } from '../../../ui/button.tsx';
import { actView } from './view.ts';

function isJson(text: string): boolean {
  try {
    JSON.parse(text);
    return true;
  } catch {
    return false;
  }
}

export const callService = actView({
  act: 'call service',
  Awaited: function Service({ onBeat }) {
    const [answer, setAnswer] = useState('{ }');
    return (
      <div className="mt-2 space-y-1.5 rounded-lg border border-rule bg-sheet p-2.5">
        <label className="block text-xs text-ink-2">
          The service answers
          <textarea
            rows={3}
            className="w-full rounded border border-rule bg-white px-2 py-1 font-mono text-xs"
            value={answer}
            onChange={event => setAnswer(event.target.value)}
          />
        </label>
        <p className="flex gap-2">
          <Button
            disabled={!isJson(answer)}
            onClick={() => onBeat({ does: 'is told', result: JSON.parse(answer) as unknown })}
          >
            It answers this
          </Button>
          <Button onClick={() => onBeat({ does: 'is not told', why: 'so rehearsed.' })}>It fails</Button>
        </p>
      </div>
    );
  },
});
