/** What a reader of tab text could not use as written, with its place. Nothing else about the text is ever dropped. */

export type ProblemCode =
  | 'noTab'
  | 'tooLong'
  | 'textLine'
  | 'lineCount'
  | 'signNotUnderstood'
  | 'fretsRunTogether'
  | 'fretBeyondNeck'
  | 'linkWithoutNote'
  | 'bracketNotClosed'
  | 'bendTarget'
  | 'strokeWithoutNote'
  | 'strokeOnSlurredNote'
  | 'strokeMeaning'
  | 'secondRow'
  | 'countDoesNotFit'
  | 'barsUneven'
  | 'moreStrings'
  | 'fewerStrings'
  | 'repeatSign';

/** Something in a text that was not taken as written, with its place. */
export interface Problem {
  readonly code: ProblemCode;
  /** `unread`: kept but not used. `adjusted`: used, but not just as written. `question`: needs an answer. */
  readonly severity: 'unread' | 'adjusted' | 'question';
  /** Both counted from 1. */
  readonly line: number;
  readonly column: number;
  /** The characters in question. */
  readonly text: string;
  readonly message: string;
}
