/** One helicopter's bench run: the slip, the step at hand, and what a pilot does there. */
import { type QueryClient, useQuery, useQueryClient } from "@tanstack/react-query";
import { useMemo } from "react";
import { answer, asProblem, client } from "./client";
import { draftKey } from "./draft";
import { Hand } from "./hand";
import { type Change, lineCall, useLineState, versionOf } from "./line";
import type { components } from "./schema";
import { putTyped, questionName } from "./typed-entries";
import { undoKey } from "./undo";

type Schemas = components["schemas"];
export type Bench = Awaited<ReturnType<typeof getBench>>;
export type Advice = Bench["advice"];
export type Ask = Advice["asks"][number];
export type Answer = Schemas["NewReading"]["value"];
export type NumberAsk = Extract<Ask, { kind: "number" }>;
export type NumbersAsk = Extract<Ask, { kind: "numbers" }>;
export type BallsAsk = Extract<Ask, { kind: "balls" }>;
export type ChoiceAsk = Extract<Ask, { kind: "choice" | "confirm" }>;
export type Action = Advice["actions"][number];
export type Ruler = Advice["rulers"][number];
export type SlipLine = Bench["slip"][number];
export type LogLine = Advice["log"]["lines"][number];
export type Lesson = Schemas["LessonOut"];
export type Parameter = Schemas["Uncertain"]["parameters"][number];
export type Standing = Schemas["Standing"];
export type StepName = SlipLine["name"];
export type State = SlipLine["state"];
export type Word = NonNullable<Ask["word"]>;

const keyOf = (id: string) => ["bench", id];

function getBench(id: string, step: string | null) {
  return answer(
    client.GET("/api/helicopters/{helicopter_id}/bench", {
      params: { path: { helicopter_id: id }, query: { step } },
    }),
  );
}

/** The bench with a step open; without one, the next to do. */
export function useBench(id: string, step: string | null) {
  return useQuery({
    queryKey: [...keyOf(id), step],
    queryFn: () => getBench(id, step),
    placeholderData: (before) => before,
    staleTime: Number.POSITIVE_INFINITY,
    refetchOnMount: "always",
    refetchOnWindowFocus: "always",
  });
}

export type EveningOver = Schemas["EveningOver"];

/** What the evening comes to, as the bench stands. */
export function useEveningOver(id: string, version: number, sequence: number) {
  return useQuery({
    queryKey: [...keyOf(id), "over", version, sequence],
    queryFn: () =>
      answer(
        client.GET("/api/helicopters/{helicopter_id}/bench/summary", {
          params: { path: { helicopter_id: id } },
        }),
      ),
  });
}

/** Lines of a step's log that are older than one of them. */
export function olderLog(id: string, step: string, before: number) {
  return answer(
    client.GET("/api/helicopters/{helicopter_id}/bench/log", {
      params: { path: { helicopter_id: id }, query: { step, before } },
    }),
  );
}

/** Where each helicopter stands. Of a large fleet some come with the next answers: it is asked again
 * until the list is complete. */
export function useStandings() {
  return useQuery({
    queryKey: ["standings"],
    queryFn: () => answer(client.GET("/api/bench/standings")),
    refetchInterval: ({ state }) => state.data?.complete === false && 200,
  });
}

type Stamp = { id: string; at: string; saw: string };

/** The newest the page knows of a bench, whichever step it has open. */
function newestOf(queries: QueryClient, id: string): Bench | null {
  // What else is kept under the bench's key (the evening's end) has no version.
  const known = queries
    .getQueriesData<Bench>({ queryKey: keyOf(id) })
    .flatMap(([, each]) => (each && "slip" in each ? [each] : []));
  return known.reduce<Bench | null>(
    (best, each) =>
      !best || each.version > best.version || each.sequence > best.sequence ? each : best,
    null,
  );
}

/** A call that changes the bench: sent on top of the newest this page knows. */
function benchCall<Args extends { step: StepName | null }>(
  name: string,
  send: (path: { helicopter_id: string }, args: Args, now: Bench, stamp: Stamp) => Promise<Bench>,
) {
  lineCall(name, async (change: Change, queries: QueryClient) => {
    const id = change.helicopter;
    const args = change.args as Args;
    const newest = newestOf(queries, id) ?? (await getBench(id, args.step));
    const now = { ...newest, version: versionOf(change, newest.version) };
    const stamp = { id: change.id, at: change.at, saw: change.saw };
    try {
      const made = await send({ helicopter_id: id }, args, now, stamp);
      // Also for a reading that was sent on after a reload: its field is for the next one now.
      if (isReading(change)) {
        putTyped(questionName(id, made.simulated, change.args.step, change.args.key), null);
      }
      keep(queries, id, made, args.step);
      return made.version;
    } catch (error) {
      // What another tab did is fetched; what was entered here stays in its field.
      if (asProblem(error).status === 409) {
        await queries.refetchQueries({ queryKey: keyOf(id), type: "active" });
        await queries.refetchQueries({ queryKey: draftKey(id) });
      }
      throw error;
    }
  });
}

function keep(queries: QueryClient, id: string, bench: Bench, step: StepName | null) {
  // What other steps said is old now; the page asks anew when it goes there.
  queries.removeQueries({ queryKey: keyOf(id), type: "inactive" });
  queries.setQueryData([...keyOf(id), step], bench);
  const draft = queries.getQueryData<{ version: number }>(draftKey(id));
  if (draft && draft.version !== bench.version) {
    queries.invalidateQueries({ queryKey: draftKey(id) });
  }
  for (const key of [["fleet"], ["standings"], ["audit", id], ["field", id], undoKey(id)]) {
    queries.invalidateQueries({ queryKey: key });
  }
}

const BENCH = "/api/helicopters/{helicopter_id}/bench";
const READ = "read";

type Reading = { step: StepName; key: string; value: Answer; joins: boolean };
benchCall<Reading>(READ, (path, { step, key, value, joins }, { version, sequence }, stamp) =>
  answer(
    client.POST(`${BENCH}/readings`, {
      params: { path },
      // What was answered elsewhere since this page read the log is not overwritten unseen.
      body: { ...stamp, version, step, key, value, joins, read_to: sequence },
    }),
  ),
);
benchCall<{ step: StepName; sequence: number; value: Answer }>(
  "put right",
  (path, { step, sequence, value }, _, stamp) =>
    answer(
      client.PUT(`${BENCH}/readings/{sequence}`, {
        params: { path: { ...path, sequence }, query: { step } },
        body: { ...stamp, value },
      }),
    ),
);
benchCall<{ step: StepName; sequence: number; struck: boolean }>(
  "strike",
  (path, { step, sequence, struck }, _, stamp) =>
    answer(
      client.POST(`${BENCH}/readings/{sequence}/strike`, {
        params: { path: { ...path, sequence }, query: { step } },
        body: { ...stamp, struck },
      }),
    ),
);
// Advice is followed as it stood on the page: on any other log or setup it would be another act. What
// this page sent before it counts as seen, as long as the same is advised still.
type Act = { step: StepName; key: string; text: string; version: number; sequence: number };
benchCall<Act>("act", (path, { step, key, text, version, sequence }, now, stamp) => {
  const same =
    now.advice.step === step &&
    now.advice.actions.some((each) => each.key === key && each.text === text);
  const on = same ? { version: now.version, sequence: now.sequence } : { version, sequence };
  return answer(
    client.POST(`${BENCH}/acts`, { params: { path }, body: { ...stamp, ...on, step, key } }),
  );
});
benchCall<{ step: StepName; what: string }>("touched", (path, { step, what }, _, stamp) =>
  answer(
    client.POST(`${BENCH}/work`, {
      params: { path, query: { step } },
      body: { ...stamp, what },
    }),
  ),
);
benchCall<{ step: StepName; what: Schemas["Note"]["what"] }>(
  "note",
  (path, { step, what }, _, stamp) =>
    answer(
      client.POST(`${BENCH}/times`, {
        params: { path, query: { step } },
        body: { ...stamp, what },
      }),
    ),
);
benchCall<{ step: null; simulated: boolean }>("table", (path, { simulated }, { version }, stamp) =>
  answer(
    client.POST(`${BENCH}/table`, { params: { path }, body: { ...stamp, version, simulated } }),
  ),
);
benchCall<{ step: null }>("fresh model", (path, _, __, stamp) =>
  answer(client.POST(`${BENCH}/simulated-model`, { params: { path }, body: stamp })),
);
benchCall<{ step: StepName; parameters: Parameter[] }>(
  "learn",
  (path, { parameters }, { version }, stamp) =>
    answer(
      client.POST(`${BENCH}/lesson/apply`, {
        params: { path },
        body: { ...stamp, version, parameters, measured_sd_mm: {} },
      }),
    ),
);

function isReading(change: Change): change is Change & { args: Reading } {
  return change.call === READ;
}

/** The reading of a question that is on its way, if any; ``silent`` when the server says nothing. */
export function useOnItsWay(id: string, step: StepName, key: string) {
  const { waiting, silent } = useLineState(id);
  const mine = waiting.filter(isReading).some(({ args }) => args.step === step && args.key === key);
  return { sending: mine, silent: mine && silent };
}

/** Whether something is on its way after which the page asks and advises anew: an act, an undo, the
 * other model. What is answered meanwhile would be an answer to what is gone. */
export function useTurning(id: string) {
  return useLineState(id).waiting.some(turns);
}

function turns(change: Change) {
  return !isReading(change) && change.call !== "strike";
}

/** What a pilot does at the bench; each call goes into the helicopter's one line. */
export class BenchHand extends Hand {
  private get path() {
    return { helicopter_id: this.id };
  }

  private isTurning() {
    return this.line.state(this.id).waiting.some(turns);
  }

  /** Log a reading; ``joins`` asks for the mean with those before it. */
  read(step: StepName, key: string, value: Answer, joins = false) {
    return this.run(READ, { step, key, value, joins });
  }

  edit(step: StepName, sequence: number, value: Answer) {
    return this.run("put right", { step, sequence, value });
  }

  strike(step: StepName, sequence: number, struck: boolean) {
    return this.run("strike", { step, sequence, struck });
  }

  /** Follow advice as this page shows it. */
  act(step: StepName, key: string, { version, sequence, advice }: Bench) {
    const text = advice.actions.find((each) => each.key === key)?.text ?? "";
    return this.run("act", { step, key, text, version, sequence });
  }

  touched(step: StepName, what: string) {
    return this.run("touched", { step, what });
  }

  note(step: StepName, what: Schemas["Note"]["what"]) {
    return this.run("note", { step, what });
  }

  table(simulated: boolean) {
    return this.run("table", { step: null, simulated });
  }

  freshModel() {
    return this.run("fresh model", { step: null });
  }

  learn(step: StepName, parameters: Parameter[]) {
    return this.run("learn", { step, parameters });
  }

  /** Take a reading with the simulated bench's instruments; nothing is logged by it. */
  async take(step: StepName, key: string): Promise<Answer> {
    // With the other model on its way to the table, there is nothing to read it from.
    if (this.isTurning()) return null;
    try {
      const taken = await answer(
        client.POST(`${BENCH}/simulated-reading`, {
          params: { path: this.path },
          body: { step, key },
        }),
      );
      return taken.value ?? null;
    } catch (error) {
      const problem = asProblem(error);
      // The other model came to the table while it looked: there is nothing to tell.
      if (problem.status !== 409) this.publish(problem);
      return null;
    }
  }

  /** The swash's tilt by the gaps (mm) under a leveller that shows no degrees. */
  tiltOfGaps(gaps_mm: number[]) {
    return answer(
      client.POST(`${BENCH}/leveller`, { params: { path: this.path }, body: { gaps_mm } }),
    );
  }

  /** What to do where a leveller says no more than which ball is high. */
  async bringDown(ball: number): Promise<string> {
    const body = { ball };
    return (
      await answer(
        client.POST(`${BENCH}/leveller/high-ball`, { params: { path: this.path }, body }),
      )
    ).says;
  }

  lesson(parameters: Parameter[]): Promise<Lesson> {
    return answer(
      client.POST(`${BENCH}/lesson`, {
        params: { path: this.path },
        body: { parameters, measured_sd_mm: {} },
      }),
    );
  }

  async addPhoto(picture: Blob): Promise<string> {
    const made = await answer(
      client.POST(`${BENCH}/photos`, {
        params: { path: this.path },
        body: picture as unknown as string,
        bodySerializer: (body: unknown) => body as Blob,
        headers: { "Content-Type": "application/octet-stream" },
      }),
    );
    return `/api/helicopters/${this.id}/bench/photos/${made.id}`;
  }
}

export function useHand(id: string): BenchHand {
  const queries = useQueryClient();
  return useMemo(() => new BenchHand(id, queries), [id, queries]);
}

/** Pitch worked out of what was measured without a gauge. */
export async function pitchByOtherMeans(body: Schemas["OtherMeans"]): Promise<number> {
  return (await answer(client.POST("/api/bench/pitch", { body }))).pitch_deg;
}
