import { Store } from './store';

/** A question that is shown until it is answered; one at a time. */
export class Asking<Question, Answer> extends Store<Question | null> {
  private resolve: ((answer: Answer) => void) | null = null;

  constructor() {
    super(null);
  }

  /** Asks; resolves to what is answered. */
  readonly ask = (question: Question): Promise<Answer> =>
    new Promise((resolve) => {
      this.resolve = resolve;
      this.put(question);
    });

  /** Answers what is asked. */
  readonly answer = (given: Answer): void => {
    const { resolve } = this;
    this.resolve = null;
    this.put(null);
    resolve?.(given);
  };
}
