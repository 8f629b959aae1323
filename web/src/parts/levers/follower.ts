/**
 * Follows something that moves faster than answers come: one question in flight, the latest wins.
 * What was asked for in between is never sent.
 */
export class Follower<Question, Answer> {
  private busy = false;
  private next: { question: Question } | null = null;
  private aborter: AbortController | null = null;
  private stopped = false;

  constructor(
    private readonly ask: (question: Question, signal: AbortSignal) => Promise<Answer>,
    private readonly took: (answer: Answer, question: Question) => void,
    private readonly failed: (error: unknown) => void,
  ) {}

  follow(question: Question) {
    this.next = { question };
    if (!this.busy) void this.run();
  }

  /** Stop for good; an answer still on its way is dropped. */
  stop() {
    this.stopped = true;
    this.next = null;
    this.aborter?.abort();
  }

  private async run() {
    this.busy = true;
    let asked = this.send();
    while (asked) {
      const settled = await asked;
      // The next question leaves before this answer is drawn: the server works meanwhile.
      asked = this.send();
      if (!this.stopped) settled();
      // Drawing may itself have moved something.
      asked ??= this.send();
    }
    this.busy = false;
  }

  /** Send the latest question, if one waits; the promise gives what is to be done about it. */
  private send(): Promise<() => void> | null {
    if (!this.next || this.stopped) return null;
    const { question } = this.next;
    this.next = null;
    this.aborter = new AbortController();
    return this.ask(question, this.aborter.signal).then(
      (answer) => () => this.took(answer, question),
      (error) => () => this.failed(error),
    );
  }
}
