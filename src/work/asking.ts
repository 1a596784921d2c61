/** A question that is shown until it is answered; one at a time. */
export class Asking<Question, Answer> {
  private question: Question | null = null;
  private resolve: ((answer: Answer) => void) | null = null;
  private readonly listeners = new Set<() => void>();

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  readonly getSnapshot = (): Question | null => this.question;

  private show(question: Question | null): void {
    this.question = question;
    for (const listener of this.listeners) listener();
  }

  /** Asks; resolves to what is answered. */
  readonly ask = (question: Question): Promise<Answer> =>
    new Promise((resolve) => {
      this.resolve = resolve;
      this.show(question);
    });

  /** Answers what is asked. */
  readonly answer = (given: Answer): void => {
    const { resolve } = this;
    this.resolve = null;
    this.show(null);
    resolve?.(given);
  };
}
