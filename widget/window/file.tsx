import { useEffect, useRef, useState } from 'preact/hooks';
import { partMessages } from '../messages/parts.ts';
import type { EntryOf } from './entries/view.ts';
import './file.css';

type Answer = EntryOf<'asked'>['answer'];

const MEGABYTE = 1_024 * 1_024;

/** Picks a file, or takes one that is dropped or pasted, and sends it; what is too large is said before anything is sent. */
export function FileCard({
  answer: { accept = [], mostBytes = 0 },
  upload,
  onSent,
}: {
  answer: Answer;
  upload: (file: File) => Promise<{ id: string; name: string }>;
  onSent: (name: string, id: string) => void;
}) {
  const input = useRef<HTMLInputElement>(null);
  const [sending, setSending] = useState('');
  const [mistake, setMistake] = useState('');
  const send = async (file: File | undefined) => {
    if (!file) return;
    if (file.size > mostBytes) {
      setMistake(
        partMessages.fileTooLarge(file.name, (file.size / MEGABYTE).toFixed(1), Math.floor(mostBytes / MEGABYTE)),
      );
      return;
    }
    setMistake('');
    setSending(file.name);
    try {
      const kept = await upload(file);
      onSent(kept.name, kept.id);
    } catch (error) {
      setMistake((error as Error).message);
    }
    setSending('');
    if (input.current) input.current.value = '';
  };
  const latest = useRef(send);
  latest.current = send;
  useEffect(() => {
    const over = (event: Event) => event.preventDefault();
    const take = (event: Event) => {
      const { clipboardData, dataTransfer } = event as ClipboardEvent & DragEvent;
      const file = (dataTransfer ?? clipboardData)?.files[0];
      // What is dropped would be opened in place of the chat; pasted words go where they were pasted.
      if (file || dataTransfer) event.preventDefault();
      if (!input.current?.disabled) void latest.current(file);
    };
    const heard = [
      ['dragover', over],
      ['drop', take],
      ['paste', take],
    ] as const;
    for (const [name, listener] of heard) addEventListener(name, listener);
    return () => {
      for (const [name, listener] of heard) removeEventListener(name, listener);
    };
  }, []);
  return (
    <div class="choices">
      <label class={sending ? 'pick sending' : 'pick'}>
        <input
          ref={input}
          class="unseen"
          type="file"
          accept={accept.join(',')}
          disabled={sending !== ''}
          onChange={event => send(event.currentTarget.files?.[0])}
        />
        {sending ? partMessages.sendingFile(sending) : partMessages.chooseFile}
      </label>
      {mistake ? (
        <p class="mistake file-mistake" role="alert">
          {mistake}
        </p>
      ) : null}
    </div>
  );
}
