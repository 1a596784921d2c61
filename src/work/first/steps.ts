/** Five steps on real notes, for whoever opens Yardfell the first time: offered once, left at any moment. */
import { Store } from '../store';

export interface FirstStep {
  readonly title: string;
  readonly says: string;
  /** Marks what is spoken of: a selector of the Bench. */
  readonly at: string;
}

export const FIRST_STEPS: readonly FirstStep[] = [
  {
    title: 'Read the lane',
    says: 'The strings, as on the neck, with the frets on them. Over each note stands its stroke; between two strings stands how they are changed. Press the name of a mark under the lane to see what it means.',
    at: '[data-lane]',
  },
  {
    title: 'Have it your way',
    says: 'Press a note, then D or U, or the buttons that come up under the lane: it keeps the stroke you want, and the plan works the others out again. A gives it back to the plan; Ctrl Z takes anything back.',
    at: '[data-lane]',
  },
  {
    title: 'See what it trains',
    says: 'This sentence counts the changes, outside against inside. Choose another way to pick, or another first stroke, and see it change.',
    at: '[data-answer]',
  },
  {
    title: 'Hear it',
    says: 'Space plays it with a count-in and a click, at the tempo that stands here. The lane shows where it is.',
    at: '[data-bar]',
  },
  {
    title: 'Give it out',
    says: 'The sheet goes on paper, with the strokes over the notes; Give out has it as file, link, sound or picture. Ladder and Practice, at the top, take it up to tempo and keep the record.',
    at: '[data-give]',
  },
];

/** The step that is shown, from 0; null: none. */
export class FirstPath extends Store<number | null> {
  constructor() {
    super(null);
  }

  readonly begin = (): void => this.put(0);

  /** To the step after or before; after the last one it is over. */
  go(by: 1 | -1): void {
    if (this.state === null) return;
    const next = this.state + by;
    this.put(next >= FIRST_STEPS.length ? null : Math.max(0, next));
  }

  readonly leave = (): void => this.put(null);
}

/** The path of this page. */
export const FIRST_PATH = new FirstPath();
