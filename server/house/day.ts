/** Something that a business does before visitors come, looked up where it is each time. */
export interface Todo {
  /** Which it is, as the studio knows its words by. */
  code: string;
  look(workspace: string): Promise<{ done: boolean; about?: Record<string, string | number> }>;
}

/** Something of which there is more or less on a day, or at this moment. */
export type DayCount =
  | {
      code: string;
      /** How many there were from an instant to another. */
      count(workspace: string, from: Date, to: Date): Promise<number>;
    }
  | {
      code: string;
      /** How many there are now. */
      now(workspace: string): Promise<number>;
    };
