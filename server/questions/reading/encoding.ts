import sniff from 'html-encoding-sniffer';

/** The words of a document: by its mark of byte order, what it is sent or says itself to be in, as UTF-8 if it is that, else as Windows-1252. */
export function decoded(content: Buffer, type = ''): string {
  const charset = /charset\s*=\s*["']?([\w-]+)/i.exec(type)?.[1];
  const stated = sniff(
    content,
    charset ? { transportLayerEncodingLabel: charset, defaultEncoding: 'x-none' } : { defaultEncoding: 'x-none' },
  );
  if (stated !== 'x-none') {
    try {
      return new TextDecoder(stated).decode(content);
    } catch {
      // An encoding that nobody here knows: guessed as if none were said.
    }
  }
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(content);
  } catch {
    return new TextDecoder('windows-1252').decode(content);
  }
}
