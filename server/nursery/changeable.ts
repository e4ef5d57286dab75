/** What the data that is served can be changed for, while the server stays where it is. */
export interface Changeable {
  /** True while the demo is looked around in. */
  readonly lookingAround: boolean;
  /** Puts a file in the place of the data, soon after this returns; what was there is kept. */
  readBack(file: string): void;
  /** Opens the demo instead of the nursery's own data, or that again, soon after this resolves. The demo is grown first where it is not there. */
  lookAround(there: boolean): Promise<void>;
}
