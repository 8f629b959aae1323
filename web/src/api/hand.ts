/** What a pilot does at a place, each call through the helicopter's one line; what was refused. */
import type { QueryClient } from "@tanstack/react-query";
import { useSyncExternalStore } from "react";
import type { Problem } from "./client";
import { type Line, lineOf } from "./line";

export class Hand {
  private problem: Problem | null = null;
  private listeners = new Set<() => void>();
  protected readonly line: Line;

  constructor(
    protected readonly id: string,
    queries: QueryClient,
  ) {
    this.line = lineOf(queries);
  }

  subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  problemNow = () => this.problem;

  forget = () => this.publish(null);

  /** Send a call into the line; gives why it was refused, null once it was taken. */
  protected async run(call: string, args: Record<string, unknown>): Promise<Problem | null> {
    this.publish(null);
    const problem = await this.line.send(this.id, call, args);
    this.publish(problem);
    return problem;
  }

  protected publish(problem: Problem | null) {
    this.problem = problem;
    for (const listener of this.listeners) listener();
  }
}

/** What a hand's newest call was refused for. */
export function useHandProblem(hand: Hand): Problem | null {
  return useSyncExternalStore(hand.subscribe, hand.problemNow);
}
