import type { ChatState, Picked, Staged, StagedCall, StagedNews } from '@kineta/contract';
import { type Feed, unsendable } from '../window/feed.ts';

type FileGiven = NonNullable<Extract<StagedCall, { kineta: 'replied' }>['file']>;

const nothing: ChatState = {
  phase: 'connecting',
  refusal: '',
  holder: 'flow',
  flow: null,
  speaker: '',
  business: '',
  open: true,
  changes: null,
  entries: [],
  pending: [],
  typing: '',
  busy: false,
};

/**
 * Feeds the window from the page around it, which plays the flow: what the visitor does goes there, and comes back
 * played. A file stays in this browser: the flow is told of it, and its content is sent nowhere.
 */
export class Stage implements Feed {
  private staged: Staged = { chat: nothing, notes: {} };
  private readonly listeners = new Set<() => void>();
  private readonly files = new Map<string, FileGiven>();
  private readonly tell: (call: StagedCall) => void;

  /** @param around the page that plays; only what comes from it, and is of this origin, is heard */
  constructor(around: Window, here: Window = window) {
    this.tell = call => around.postMessage(call, here.location.origin);
    here.addEventListener('message', ({ source, origin, data }: MessageEvent<StagedNews>) => {
      if (source !== around || origin !== here.location.origin || data.kineta !== 'staged') return;
      this.staged = data.staged;
      for (const listener of this.listeners) listener();
    });
    this.tell({ kineta: 'ready' });
  }

  get state(): ChatState {
    return this.staged.chat;
  }

  /** What the window is to wear instead of what it came in. */
  get dress(): Staged['dress'] {
    return this.staged.dress;
  }

  /** What is noted after an entry. */
  notesAfter(number: number): readonly string[] {
    return this.staged.notes[number] ?? [];
  }

  subscribe(listener: () => void): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }

  send(text: string, picked: Picked = {}): string | undefined {
    const refusal = unsendable(text);
    if (refusal !== undefined) return refusal;
    const file = picked.file === undefined ? undefined : this.files.get(picked.file);
    this.tell({ kineta: 'replied', text, picked, ...(file ? { file } : {}) });
    return undefined;
  }

  async upload({ name, type, size }: File): Promise<FileGiven> {
    const file = { id: `rehearsed-${this.files.size + 1}`, name, type, size };
    this.files.set(file.id, file);
    return file;
  }

  /** Goes back to before an answer. */
  back(number: number): void {
    this.tell({ kineta: 'back', number });
  }

  takeBack(): void {}
  types(): void {}
}
