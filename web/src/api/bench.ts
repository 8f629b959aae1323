/** One helicopter's bench run: the slip, the step at hand, and what a pilot does there. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useMemo, useSyncExternalStore } from "react";
import { answer, asProblem, client, type Problem } from "./client";
import type { components } from "./schema";

type Schemas = components["schemas"];
export type Bench = Schemas["BenchOut"];
export type Advice = Schemas["AdviceOut"];
export type Ask = Schemas["AskOut"];
export type Action = Schemas["ActionOut"];
export type Ruler = Schemas["RulerOut"];
export type SlipLine = Schemas["SlipLine"];
export type LogLine = Schemas["ReadingOut"];
export type Lesson = Schemas["LessonOut"];
export type Parameter = Schemas["Uncertain"]["parameters"][number];
export type Standing = Schemas["Standing"];
export type StepName = SlipLine["name"];
export type State = SlipLine["state"];
export type Word = NonNullable<Ask["word"]>;

const keyOf = (id: string) => ["bench", id];

/** The bench with a step open; without one, the next to do. */
export function useBench(id: string, step: string | null) {
  return useQuery({
    queryKey: [...keyOf(id), step],
    queryFn: () =>
      answer(
        client.GET("/api/helicopters/{helicopter_id}/bench", {
          params: { path: { helicopter_id: id }, query: { step } },
        }),
      ),
    placeholderData: (before) => before,
    staleTime: Number.POSITIVE_INFINITY,
    refetchOnMount: "always",
    refetchOnWindowFocus: "always",
  });
}

export function useStandings() {
  return useQuery({
    queryKey: ["standings"],
    queryFn: () => answer(client.GET("/api/bench/standings")),
  });
}

/** What a pilot does at the bench; one thing after the other, never two at once. */
export class BenchHand {
  private problem: Problem | null = null;
  private busy = false;
  private line: Promise<unknown> = Promise.resolve();
  private listeners = new Set<() => void>();

  constructor(
    private readonly id: string,
    private readonly queries: ReturnType<typeof useQueryClient>,
  ) {}

  subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  problemNow = () => this.problem;
  busyNow = () => this.busy;

  private get path() {
    return { helicopter_id: this.id };
  }

  /** Log a reading; the draft's version is the newest this page has seen when its turn comes. */
  read(step: StepName, key: string, value: unknown) {
    return this.run(step, (now) =>
      answer(
        client.POST("/api/helicopters/{helicopter_id}/bench/readings", {
          params: { path: this.path },
          body: { version: now.version, step, key, value },
        }),
      ),
    );
  }

  edit(step: StepName, moment: number, value: unknown) {
    return this.run(step, () =>
      answer(
        client.PUT("/api/helicopters/{helicopter_id}/bench/readings/{moment}", {
          params: { path: { ...this.path, moment }, query: { step } },
          body: { value },
        }),
      ),
    );
  }

  strike(step: StepName, moment: number, struck: boolean) {
    return this.run(step, () =>
      answer(
        client.POST("/api/helicopters/{helicopter_id}/bench/readings/{moment}/strike", {
          params: { path: { ...this.path, moment }, query: { step, struck } },
        }),
      ),
    );
  }

  act(step: StepName, key: string) {
    return this.run(step, (now) =>
      answer(
        client.POST("/api/helicopters/{helicopter_id}/bench/acts", {
          params: { path: this.path },
          body: { version: now.version, moment: now.moment, step, key },
        }),
      ),
    );
  }

  touched(step: StepName, what: string) {
    return this.run(step, () =>
      answer(
        client.POST("/api/helicopters/{helicopter_id}/bench/touched", {
          params: { path: this.path, query: { step } },
          body: { what },
        }),
      ),
    );
  }

  note(step: StepName, what: Schemas["Note"]["what"]) {
    return this.run(step, () =>
      answer(
        client.POST("/api/helicopters/{helicopter_id}/bench/notes", {
          params: { path: this.path, query: { step } },
          body: { what },
        }),
      ),
    );
  }

  table(simulated: boolean) {
    return this.run(null, (now) =>
      answer(
        client.POST("/api/helicopters/{helicopter_id}/bench/table", {
          params: { path: this.path },
          body: { version: now.version, simulated },
        }),
      ),
    );
  }

  freshModel() {
    return this.run(null, () =>
      answer(
        client.POST("/api/helicopters/{helicopter_id}/bench/simulated/fresh", {
          params: { path: this.path },
        }),
      ),
    );
  }

  learn(step: StepName, parameters: Parameter[]) {
    return this.run(step, (now) =>
      answer(
        client.POST("/api/helicopters/{helicopter_id}/bench/learn", {
          params: { path: this.path },
          body: { version: now.version, parameters, measured_sd_mm: {} },
        }),
      ),
    );
  }

  /** Take a reading with the simulated bench's instruments; nothing is logged by it. */
  async take(step: StepName, key: string): Promise<unknown> {
    try {
      const taken = await answer(
        client.POST("/api/helicopters/{helicopter_id}/bench/simulated/take", {
          params: { path: this.path },
          body: { step, key },
        }),
      );
      return taken.value;
    } catch (error) {
      this.say(asProblem(error));
      return null;
    }
  }

  lesson(parameters: Parameter[]): Promise<Lesson> {
    return answer(
      client.POST("/api/helicopters/{helicopter_id}/bench/lesson", {
        params: { path: this.path },
        body: { parameters, measured_sd_mm: {} },
      }),
    );
  }

  async addPhoto(picture: Blob): Promise<string> {
    const made = await answer(
      client.POST("/api/helicopters/{helicopter_id}/bench/photos", {
        params: { path: this.path },
        body: picture as unknown as string,
        bodySerializer: (body: unknown) => body as Blob,
        headers: { "Content-Type": "application/octet-stream" },
      }),
    );
    return `/api/helicopters/${this.id}/bench/photos/${made.id}`;
  }

  forget = () => this.say(null);

  private run(step: StepName | null, go: (now: Bench) => Promise<Bench>): Promise<Problem | null> {
    const done = this.line.then(() => this.turn(step, go));
    this.line = done;
    return done;
  }

  private async turn(
    step: StepName | null,
    go: (now: Bench) => Promise<Bench>,
  ): Promise<Problem | null> {
    this.busy = true;
    this.say(null);
    const known = this.queries.getQueriesData<Bench>({ queryKey: keyOf(this.id) });
    const newest = known.reduce<Bench | null>(
      (best, [, each]) =>
        each && (!best || each.moment > best.moment || each.version > best.version) ? each : best,
      null,
    );
    let problem: Problem | null = null;
    try {
      if (!newest) throw new Error("The bench is not open yet");
      const bench = await go(newest);
      this.keep(bench, step);
    } catch (error) {
      problem = asProblem(error);
      // What another tab did is fetched; what was entered here stays in its field.
      if (problem.status === 409) {
        await this.queries.refetchQueries({ queryKey: keyOf(this.id), type: "active" });
        await this.queries.refetchQueries({ queryKey: ["draft", this.id] });
      }
    }
    this.busy = false;
    this.say(problem);
    return problem;
  }

  private keep(bench: Bench, step: StepName | null) {
    // What other steps said is old now; the page asks anew when it goes there.
    this.queries.removeQueries({ queryKey: keyOf(this.id), type: "inactive" });
    this.queries.setQueryData([...keyOf(this.id), step], bench);
    const draft = this.queries.getQueryData<{ version: number }>(["draft", this.id]);
    if (draft && draft.version !== bench.version) {
      this.queries.invalidateQueries({ queryKey: ["draft", this.id] });
    }
    this.queries.invalidateQueries({ queryKey: ["fleet"] });
    this.queries.invalidateQueries({ queryKey: ["standings"] });
  }

  private say(problem: Problem | null) {
    this.problem = problem;
    for (const listener of this.listeners) listener();
  }
}

export function useHand(id: string): BenchHand {
  const queries = useQueryClient();
  return useMemo(() => new BenchHand(id, queries), [id, queries]);
}

export function useHandProblem(hand: BenchHand): Problem | null {
  return useSyncExternalStore(hand.subscribe, hand.problemNow);
}

/** Pitch worked out of what was measured without a gauge. */
export async function pitchByOtherMeans(body: Schemas["OtherMeans"]): Promise<number> {
  return (await answer(client.POST("/api/bench/pitch", { body }))).pitch_deg;
}
