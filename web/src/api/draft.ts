/** One helicopter's draft: read it, change it one edit after the other, never over another tab's. */
import { type QueryClient, useQuery, useQueryClient } from "@tanstack/react-query";
import { useMemo, useSyncExternalStore } from "react";
import {
  answer,
  asProblem,
  client,
  type Draft,
  type Layout,
  type ModeName,
  Problem,
  type Setup,
} from "./client";
import type { components } from "./schema";

type TakenOver = components["schemas"]["TakenOver"];

export type Saving =
  | { state: "saved" }
  | { state: "saving" }
  | { state: "refused"; problem: Problem }
  | { state: "conflict"; problem: Problem };

const draftKey = (id: string) => ["draft", id];

export function useDraft(id: string) {
  return useQuery({
    queryKey: draftKey(id),
    queryFn: () =>
      answer(
        client.GET("/api/helicopters/{helicopter_id}", {
          params: { path: { helicopter_id: id } },
        }),
      ),
    staleTime: Number.POSITIVE_INFINITY,
  });
}

type Step = (version: number) => Promise<Draft>;

/** Sends changes in the order they were made, each on top of the version the last one gave. */
export class Editor {
  private saving: Saving = { state: "saved" };
  private line: Promise<unknown> = Promise.resolve();
  private waiting = 0;
  private listeners = new Set<() => void>();

  constructor(
    private readonly id: string,
    private readonly queries: QueryClient,
  ) {}

  subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  now = () => this.saving;

  edit(changes: { path: string; value: unknown }[]): Promise<Problem | null> {
    const path = { helicopter_id: this.id };
    return this.run((version) =>
      answer(
        client.PATCH("/api/helicopters/{helicopter_id}/draft", {
          params: { path },
          body: { version, changes },
        }),
      ),
    );
  }

  step(way: "undo" | "redo"): Promise<Problem | null> {
    const params = { path: { helicopter_id: this.id } };
    return this.run((version) =>
      way === "undo"
        ? answer(
            client.POST("/api/helicopters/{helicopter_id}/draft/undo", {
              params,
              body: { version },
            }),
          )
        : answer(
            client.POST("/api/helicopters/{helicopter_id}/draft/redo", {
              params,
              body: { version },
            }),
          ),
    );
  }

  saveRevision(note: string): Promise<Problem | null> {
    return this.run((version) =>
      answer(
        client.POST("/api/helicopters/{helicopter_id}/revisions", {
          params: { path: { helicopter_id: this.id } },
          body: { version, note },
        }),
      ),
    );
  }

  /** Points of a pitch curve, by their number, in degrees at the blade. */
  inDegrees(mode: ModeName, degrees: Record<number, number>): Promise<Problem | null> {
    return this.run((version) =>
      answer(
        client.POST("/api/helicopters/{helicopter_id}/modes/degrees", {
          params: { path: { helicopter_id: this.id } },
          body: { version, mode, degrees },
        }),
      ),
    );
  }

  /** One point of a curve more, after another and on the curve, or that one taken out. */
  onePoint(
    mode: ModeName,
    which: "pitch" | "throttle",
    index: number,
    way: "put in after" | "take out",
  ): Promise<Problem | null> {
    return this.run((version) =>
      answer(
        client.POST("/api/helicopters/{helicopter_id}/modes/point", {
          params: { path: { helicopter_id: this.id } },
          body: { version, mode, which, index, put_in: way === "put in after" },
        }),
      ),
    );
  }

  /** A mode, or a part of it, like another one; like a plain one without a source. */
  takeOver(
    mode: ModeName,
    source: ModeName | null,
    what: TakenOver["what"],
  ): Promise<Problem | null> {
    return this.run((version) =>
      answer(
        client.POST("/api/helicopters/{helicopter_id}/modes/taken-over", {
          params: { path: { helicopter_id: this.id } },
          body: { version, mode, source, what },
        }),
      ),
    );
  }

  /** A mode this helicopter is not to have. */
  leaveOut(mode: ModeName): Promise<Problem | null> {
    return this.run((version) =>
      answer(
        client.POST("/api/helicopters/{helicopter_id}/modes/left-out", {
          params: { path: { helicopter_id: this.id } },
          body: { version, mode },
        }),
      ),
    );
  }

  /** What the audit offers to do about a finding. */
  fix(rule: string, path: string): Promise<Problem | null> {
    return this.run((version) =>
      answer(
        client.POST("/api/helicopters/{helicopter_id}/audit/fix", {
          params: { path: { helicopter_id: this.id } },
          body: { version, rule, path },
        }),
      ),
    );
  }

  /** Another swash layout, number of blades, or the mixing done elsewhere. */
  rebuild(shape: {
    layout?: Layout;
    blades?: number;
    arrangement?: Setup["arrangement"];
  }): Promise<Problem | null> {
    return this.run((version) =>
      answer(
        client.POST("/api/helicopters/{helicopter_id}/draft/rebuild", {
          params: { path: { helicopter_id: this.id } },
          body: { version, ...shape },
        }),
      ),
    );
  }

  restore(revision: number): Promise<Problem | null> {
    return this.run((version) =>
      answer(
        client.POST("/api/helicopters/{helicopter_id}/draft/restore", {
          params: { path: { helicopter_id: this.id } },
          body: { version, revision },
        }),
      ),
    );
  }

  /** Read the newest draft, as after a conflict. */
  refresh(): Promise<void> {
    const done = this.line.then(async () => {
      await this.queries.refetchQueries({ queryKey: draftKey(this.id) });
      this.say({ state: "saved" });
    });
    this.line = done;
    return done;
  }

  private run(step: Step): Promise<Problem | null> {
    this.waiting += 1;
    this.say({ state: "saving" });
    const done = this.line.then(() => this.take(step));
    this.line = done;
    return done;
  }

  private async take(step: Step): Promise<Problem | null> {
    const key = draftKey(this.id);
    let problem: Problem | null = null;
    try {
      const draft = this.queries.getQueryData<Draft>(key);
      if (!draft) throw new Problem(0, { title: "The draft is not loaded" });
      this.queries.setQueryData(key, await step(draft.version));
      for (const key of [["fleet"], ["standings"], ["bench", this.id], ["audit", this.id]]) {
        this.queries.invalidateQueries({ queryKey: key });
      }
    } catch (error) {
      problem = asProblem(error);
    }
    this.waiting -= 1;
    if (problem) {
      const known = this.queries.getQueryData<Draft>(key)?.version;
      const moved = problem.status === 409 && problem.version !== null && problem.version !== known;
      this.say({ state: moved ? "conflict" : "refused", problem });
    } else {
      this.say({ state: this.waiting > 0 ? "saving" : "saved" });
    }
    return problem;
  }

  private say(saving: Saving) {
    this.saving = saving;
    for (const listener of this.listeners) listener();
  }
}

export function useEditor(id: string): Editor {
  const queries = useQueryClient();
  return useMemo(() => new Editor(id, queries), [id, queries]);
}

export function useSaving(editor: Editor): Saving {
  return useSyncExternalStore(editor.subscribe, editor.now);
}
