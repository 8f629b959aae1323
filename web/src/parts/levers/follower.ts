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
    while (this.next && !this.stopped) {
      const { question } = this.next;
      this.next = null;
      this.aborter = new AbortController();
      try {
        const answer = await this.ask(question, this.aborter.signal);
        if (!this.stopped) this.took(answer, question);
      } catch (error) {
        if (!this.stopped) this.failed(error);
      }
    }
    this.busy = false;
  }
}
