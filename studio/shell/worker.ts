import { type Remote, wrap } from 'comlink';

/** What a worker does, asked for from here. The worker is started when it is first asked for anything. */
export function onFirstUse<Work>(start: () => Worker): () => Remote<Work> {
  let remote: Remote<Work> | undefined;
  return () => {
    remote ??= wrap<Work>(start());
    return remote;
  };
}
