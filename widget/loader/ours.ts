/** What the loader does for what goes behind it. */
export interface OursOnPage {
  /** Puts the launcher on the page. @param anyway it was asked whether it shows here, and it does */
  arrive(anyway?: true): void;
  /** @param away out of sight, to tell of what comes */
  show(open: boolean, focus: boolean, away?: true): void;
  /** The page as a chat that is opened now is told of it, with what it carries. */
  page(): string;
  /** Has the flow begin whose cue waits for that name, where the site says which flow meets whom. @returns whether there is one */
  start?(name: string): boolean;
  /** Asks anew which flows fit, as its visitor is known as somebody else. */
  again?(): Promise<void>;
}

/** The element of the loader, which hands that on. */
export interface Carried {
  kineta?: OursOnPage | undefined;
}
