declare module 'html-encoding-sniffer' {
  /** The name of the encoding of a page (WHATWG Encoding), by its mark of byte order, what it was sent as, or what it says itself. */
  export default function sniff(
    content: Uint8Array,
    options?: { transportLayerEncodingLabel?: string; defaultEncoding?: string; xml?: boolean },
  ): string;
}
