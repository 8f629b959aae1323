/**
 * The ordered line of one helicopter's changes: edits, readings, undo, one after the other.
 *
 * It runs as the query library's scoped mutations, one scope a helicopter, so it survives a change of
 * place; what is not taken yet stands in the browser's own storage, so it survives a reload too.
 * Each change carries an id of its own: sent twice, the server takes it once. Without an answer it
 * is sent again by itself; a refusal is told and the line goes on.
 */
import type { QueryClient } from "@tanstack/react-query";
import { useQueryClient } from "@tanstack/react-query";
import { useSyncExternalStore } from "react";
import { asProblem, Problem } from "./client";
import { type Change, dropChange, keepAnew, keepChange, keptChanges } from "./kept-changes";

export type { Change };

/** Make a call, put its answer where the page knows it from, and give the version it ended at. */
export type Caller = (change: Change, queries: QueryClient) => Promise<number>;

/** What was kept together over a reload stands and falls together. */
type Fate = { lost: Problem | null };

export type LineState = {
  /** Changes that are not taken yet, in their order. */
  waiting: readonly Change[];
  /** The server does not answer; the line tries again by itself. */
  silent: boolean;
  /** What was refused last, until the next change or until it is put away. */
  refused: Problem | null;
  /** The one refused was entered before a reload: no field on the page tells of it. */
  late: boolean;
};

const REST: LineState = { waiting: [], silent: false, refused: null, late: false };
const LONGEST_WAIT_MS = 8000;
const SIGNED_OUT = 401;
const MOVED = 409;
const callers = new Map<string, Caller>();

/** Teach the line a call; it must be known before what was kept is sent on. */
export function lineCall(name: string, caller: Caller) {
  callers.set(name, caller);
}

export class Line {
  private states = new Map<string, LineState>();
  private listeners = new Set<() => void>();
  private wake: (() => void)[] = [];
  private pilot = "";
  private versions = new Map<string, number>();

  constructor(private readonly queries: QueryClient) {
    addEventListener("online", () => this.tryNow());
  }

  subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  state = (helicopter: string): LineState => this.states.get(helicopter) ?? REST;

  /** Put a change into the line; resolves when it was taken, or gives why it was refused. */
  async send(
    helicopter: string,
    call: string,
    args: Record<string, unknown>,
  ): Promise<Problem | null> {
    return this.run({
      helicopter,
      call,
      args,
      id: crypto.randomUUID(),
      at: new Date().toISOString(),
      ...this.seen(helicopter),
    });
  }

  /**
   * Who is signed in, "" for nobody; what was kept of theirs is sent on. It was made on what the
   * page showed then: where the setup has moved since, none of it is made on another.
   */
  signedIn(pilot: string) {
    this.pilot = pilot;
    const fates = new Map<string, Fate>();
    for (const change of keptChanges(pilot)) {
      const { helicopter } = change;
      if (this.state(helicopter).waiting.some((each) => each.id === change.id)) continue;
      const fate = fates.get(helicopter) ?? { lost: null };
      void this.run({ ...change, resumed: !fates.has(helicopter) }, fate);
      fates.set(helicopter, fate);
    }
  }

  /** Try again at once what waits for the server. */
  tryNow() {
    for (const wake of this.wake.splice(0)) wake();
  }

  forget(helicopter: string) {
    this.publish(helicopter, { refused: null });
  }

  private async run(change: Change, fate: Fate = { lost: null }): Promise<Problem | null> {
    const { helicopter } = change;
    const before = this.state(helicopter).waiting;
    this.publish(helicopter, { waiting: [...before, change], refused: null });
    const { pilot } = this;
    keepChange(change, pilot);
    const mutation = this.queries
      .getMutationCache()
      .build<void, Error, Change, unknown>(this.queries, {
        mutationKey: ["change", helicopter],
        scope: { id: helicopter },
        networkMode: "always",
        retry: false,
        gcTime: 0,
        mutationFn: () => this.untilTaken(change, fate),
      });
    let problem: Problem | null = null;
    try {
      await mutation.execute(change);
    } catch (error) {
      problem = asProblem(error);
    }
    const ended = problem?.status === SIGNED_OUT;
    if (ended) void this.queries.invalidateQueries({ queryKey: ["account"] });
    // A refusal that met no session, or another pilot's, is none of this change's: it waits.
    if (!problem || (!ended && pilot === this.pilot)) dropChange(change);
    const now = this.state(helicopter);
    const waiting = now.waiting.filter((each) => each.id !== change.id);
    const refused = problem ?? (waiting.length > 0 ? now.refused : null);
    const late = problem ? change.resumed !== undefined : now.late;
    this.publish(helicopter, { waiting, refused, late });
    return problem;
  }

  private async untilTaken(change: Change, fate: Fate): Promise<void> {
    if (fate.lost) throw fate.lost;
    const caller = callers.get(change.call);
    if (!caller) throw new Problem(0, { title: "That change is not known any more" });
    for (let tries = 0; ; tries += 1) {
      try {
        this.movedOn(change.helicopter, await caller(change, this.queries));
        this.publish(change.helicopter, { silent: false });
        return;
      } catch (error) {
        const problem = asProblem(error);
        if (!unanswered(problem)) {
          this.publish(change.helicopter, { silent: false });
          if (change.resumed && problem.status === MOVED) fate.lost = problem;
          throw problem;
        }
        this.publish(change.helicopter, { silent: true });
        await this.pause(Math.min(500 * 2 ** tries, LONGEST_WAIT_MS));
      }
    }
  }

  private pause(ms: number): Promise<void> {
    return new Promise((resolve) => {
      const timer = setTimeout(resolve, ms);
      this.wake.push(() => {
        clearTimeout(timer);
        resolve();
      });
    });
  }

  private seen(helicopter: string): Pick<Change, "saw" | "version"> {
    const key = ["draft", helicopter];
    const draft = this.queries.getQueryData<{ digest: string; version: number }>(key);
    const version = Math.max(draft?.version ?? 0, this.versions.get(helicopter) ?? 0);
    return { saw: draft?.digest ?? "", version: version || null };
  }

  /** What still waits is made on what this line itself has made of the setup. */
  private movedOn(helicopter: string, version: number) {
    this.versions.set(helicopter, version);
    for (const each of this.state(helicopter).waiting) {
      each.version = version;
      keepAnew(each);
    }
  }

  private publish(helicopter: string, part: Partial<LineState>) {
    this.states.set(helicopter, { ...this.state(helicopter), ...part });
    for (const listener of this.listeners) listener();
  }
}

/** The version a change claims: the newest the page knows, or what the page before it showed. */
export function versionOf(change: Change, newest: number): number {
  return (change.resumed ? change.version : null) ?? newest;
}

/** Whether the server has said nothing at all, or only that it cannot just now. */
function unanswered(problem: Problem): boolean {
  return problem.unreached || [502, 503, 504, 507].includes(problem.status);
}

const lines = new WeakMap<QueryClient, Line>();

/** The one line of a query client. */
export function lineOf(queries: QueryClient): Line {
  const known = lines.get(queries) ?? new Line(queries);
  lines.set(queries, known);
  return known;
}

export function useLine(): Line {
  return lineOf(useQueryClient());
}

export function useLineState(helicopter: string): LineState {
  const line = useLine();
  return useSyncExternalStore(line.subscribe, () => line.state(helicopter));
}
