/** One helicopter's field: flights, what was seen, the next thing; and the pilot's packs. */
import {
  type QueryClient,
  type UseQueryResult,
  useInfiniteQuery,
  useMutation,
  useQuery,
  useQueryClient,
} from "@tanstack/react-query";
import { useMemo, useSyncExternalStore } from "react";
import { answer, asProblem, client, type ModeName, type Problem } from "./client";
import { draftKey } from "./draft";
import { type Change, type Line, lineCall, lineOf, useLineState, versionOf } from "./line";
import type { components } from "./schema";

type Schemas = components["schemas"];
export type Field = Schemas["FieldOut"];
export type Flight = Schemas["FlightOut"];
export type NextThing = NonNullable<Field["next"]>;
export type Changed = Schemas["ChangedOut"];
export type Symptom = Schemas["SymptomOut"];
export type Seen = Schemas["SeenGiven"];
export type Pack = Schemas["FlownPack"];
export type Verdict = NonNullable<Flight["verdict"]>;
export type Written = Partial<
  Pick<
    Flight,
    | "minutes"
    | "pack"
    | "place"
    | "wind"
    | "modes"
    | "trims"
    | "seen"
    | "words"
    | "verdict"
    | "next_idea"
    | "flight_log"
  >
>;

const FIELD = "/api/helicopters/{helicopter_id}/field";
const fieldKey = (id: string) => ["field", id];

function getField(id: string) {
  return answer(client.GET(FIELD, { params: { path: { helicopter_id: id } } }));
}

export function useField(id: string): UseQueryResult<Field> {
  return useQuery({
    queryKey: fieldKey(id),
    queryFn: () => getField(id),
    staleTime: Number.POSITIVE_INFINITY,
    refetchOnMount: "always",
    refetchOnWindowFocus: "always",
  });
}

/** Everything that may be seen in the air, in the order of its list. */
export function useSymptoms() {
  return useQuery({
    queryKey: ["symptoms"],
    queryFn: () => answer(client.GET("/api/field/symptoms")),
    staleTime: Number.POSITIVE_INFINITY,
  });
}

/** Trims as they were found in flight, percent of the channel; + is right and forward. */
export type Trims = { mode: ModeName; aileron_pct: number; elevator_pct: number };
export type Wear = Schemas["WearOut"];
export type PackLife = Schemas["PackLifeOut"];

/** What a trim flight needs, and what its trims come to. */
export function useTrim(id: string, version: number, trims: Trims) {
  return useQuery({
    queryKey: [...fieldKey(id), "trim", version, trims],
    queryFn: () =>
      answer(
        client.GET(`${FIELD}/trim`, { params: { path: { helicopter_id: id }, query: trims } }),
      ),
    placeholderData: (before) => before,
  });
}

export function useWear(id: string) {
  return useQuery({
    queryKey: [...fieldKey(id), "wear"],
    queryFn: () => answer(client.GET(`${FIELD}/wear`, { params: { path: { helicopter_id: id } } })),
  });
}

/** Note that a part is new now. */
export function usePartNew(id: string) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (part: string) =>
      answer(
        client.POST(`${FIELD}/parts`, {
          params: { path: { helicopter_id: id } },
          body: { id: crypto.randomUUID(), saw: "", part },
        }),
      ),
    onSuccess: (made) => queries.setQueryData([...fieldKey(id), "wear"], made),
  });
}

const lifeKey = (pack: string) => ["pack", pack];

export function usePackLife(pack: string) {
  return useQuery({
    queryKey: lifeKey(pack),
    queryFn: () =>
      answer(
        client.GET("/api/field/packs/{pack_id}/life", { params: { path: { pack_id: pack } } }),
      ),
  });
}

/** A pack's resistance written down, or a mistyped one taken away. */
export function usePackMeasure(pack: string) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (act: { day: string; mohm: number; by: "log" | "meter" } | { drop: number }) =>
      "drop" in act
        ? answer(
            client.DELETE("/api/field/packs/{pack_id}/measures/{measure}", {
              params: { path: { pack_id: pack, measure: act.drop } },
            }),
          )
        : answer(
            client.POST("/api/field/packs/{pack_id}/measures", {
              params: { path: { pack_id: pack } },
              body: act,
            }),
          ),
    onSuccess: (made) => queries.setQueryData(lifeKey(pack), made),
  });
}

export type Happened = Schemas["Happened"];

/** What happened, page by page, the newest first. */
export function useTimeline(id: string) {
  return useInfiniteQuery({
    queryKey: [...fieldKey(id), "timeline"],
    queryFn: ({ pageParam }) =>
      answer(
        client.GET(`${FIELD}/timeline`, {
          params: { path: { helicopter_id: id }, query: { skip: pageParam } },
        }),
      ),
    initialPageParam: 0,
    getNextPageParam: (last, pages) =>
      last.more ? pages.reduce((sum, page) => sum + page.happened.length, 0) : null,
  });
}

type Stamp = { id: string; at: string; saw: string };
type Send<Args> = (
  path: { helicopter_id: string },
  args: Args,
  stamp: Stamp,
  version: number,
) => Promise<Field>;

/** A call that changes the field. */
function fieldCall<Args>(name: string, send: Send<Args>) {
  lineCall(name, async (change: Change, queries: QueryClient) => {
    const id = change.helicopter;
    const known = queries.getQueryData<Field>(fieldKey(id)) ?? (await getField(id));
    const draft = queries.getQueryData<{ version: number }>(draftKey(id));
    const newest = Math.max(known.version, draft?.version ?? 0);
    const version = versionOf(change, newest);
    const stamp = { id: change.id, at: change.at, saw: change.saw };
    try {
      const made = await send({ helicopter_id: id }, change.args as Args, stamp, version);
      queries.setQueryData(fieldKey(id), made);
      queries.invalidateQueries({ queryKey: [...fieldKey(id), "timeline"] });
      queries.invalidateQueries({ queryKey: ["bench", id] });
      if (made.version !== newest) {
        for (const key of [draftKey(id), ["fleet"], ["standings"], ["audit", id]]) {
          queries.invalidateQueries({ queryKey: key });
        }
        queries.invalidateQueries({ queryKey: ["revisions", id] });
      }
      return made.version;
    } catch (error) {
      if (asProblem(error).status === 409) {
        await queries.refetchQueries({ queryKey: fieldKey(id), type: "active" });
      }
      throw error;
    }
  });
}

fieldCall<object>("flight ready", (path, _, stamp) =>
  answer(client.POST(`${FIELD}/flights`, { params: { path }, body: stamp })),
);
fieldCall<{ number: number; knowing: boolean }>("take off", (path, { number, knowing }, stamp) =>
  answer(
    client.POST(`${FIELD}/flights/{number}/begin`, {
      params: { path: { ...path, number } },
      body: { ...stamp, knowing },
    }),
  ),
);
fieldCall<{ number: number }>("land", (path, { number }, stamp) =>
  answer(
    client.POST(`${FIELD}/flights/{number}/land`, {
      params: { path: { ...path, number } },
      body: stamp,
    }),
  ),
);
fieldCall<{ number: number }>("take back", (path, { number }, stamp) =>
  answer(
    client.POST(`${FIELD}/flights/{number}/back`, {
      params: { path: { ...path, number } },
      body: stamp,
    }),
  ),
);
fieldCall<{ number: number; what: Written }>("write flight", (path, { number, what }, stamp) =>
  answer(
    client.PATCH(`${FIELD}/flights/{number}`, {
      params: { path: { ...path, number } },
      // What is left out stays as it was.
      body: { ...stamp, ...what } as Schemas["FlightWritten"],
    }),
  ),
);
fieldCall<{ number: number; struck: boolean }>("strike flight", (path, { number, struck }, stamp) =>
  answer(
    client.POST(`${FIELD}/flights/{number}/strike`, {
      params: { path: { ...path, number } },
      body: { ...stamp, struck },
    }),
  ),
);
fieldCall<{ number: number }>("fly simulated", (path, { number }, stamp) =>
  answer(
    client.POST(`${FIELD}/flights/{number}/simulated`, {
      params: { path: { ...path, number } },
      body: stamp,
    }),
  ),
);
fieldCall<Trims>("trims moved", (path, args, stamp, version) =>
  answer(
    client.POST(`${FIELD}/trimmed`, { params: { path }, body: { ...stamp, version, ...args } }),
  ),
);
fieldCall<{ symptom: string; found: boolean }>("look", (path, { symptom, found }, stamp) =>
  answer(client.POST(`${FIELD}/looks`, { params: { path }, body: { ...stamp, symptom, found } })),
);
// A change is made as the page showed it: the server refuses one that is no more the advised one.
fieldCall<{ path: string; new: number[]; knowing: boolean }>(
  "made it",
  (at, args, stamp, version) =>
    answer(
      client.POST(`${FIELD}/made`, { params: { path: at }, body: { ...stamp, version, ...args } }),
    ),
);

/** What a pilot does at the field; each call goes into the helicopter's one line. */
export class FieldHand {
  private problem: Problem | null = null;
  private listeners = new Set<() => void>();
  private readonly line: Line;

  constructor(
    private readonly id: string,
    queries: QueryClient,
  ) {
    this.line = lineOf(queries);
  }

  subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  problemNow = () => this.problem;

  ready = () => this.run("flight ready", {});
  takeOff = (number: number, knowing: boolean) => this.run("take off", { number, knowing });
  land = (number: number) => this.run("land", { number });
  takeBack = (number: number) => this.run("take back", { number });
  write = (number: number, what: Written) => this.run("write flight", { number, what });
  strike = (number: number, struck: boolean) => this.run("strike flight", { number, struck });
  flySimulated = (number: number) => this.run("fly simulated", { number });
  moveTrims = (trims: Trims) => this.run("trims moved", trims);
  look = (symptom: string, found: boolean) => this.run("look", { symptom, found });

  /** Note that the advised change was made. */
  made(next: NextThing, knowing: boolean) {
    const made = { path: next.path, new: [next.new_value].flat(), knowing };
    return this.run("made it", made);
  }

  forget = () => this.publish(null);

  private async run(call: string, args: Record<string, unknown>): Promise<Problem | null> {
    this.publish(null);
    const problem = await this.line.send(this.id, call, args);
    this.publish(problem);
    return problem;
  }

  private publish(problem: Problem | null) {
    this.problem = problem;
    for (const listener of this.listeners) listener();
  }
}

export function useFieldHand(id: string): FieldHand {
  const queries = useQueryClient();
  return useMemo(() => new FieldHand(id, queries), [id, queries]);
}

export function useFieldProblem(hand: FieldHand): Problem | null {
  return useSyncExternalStore(hand.subscribe, hand.problemNow);
}

/** A flight with what was pressed here and has no answer yet: the clock goes by the hand. */
export function useFlown(id: string, flight: Flight | null): Flight | null {
  const { waiting } = useLineState(id);
  if (!flight) return null;
  const pressed = (call: string) =>
    waiting.find((each) => each.call === call && each.args.number === flight.number)?.at ?? null;
  const began = flight.began_at ?? pressed("take off");
  const landed = flight.landed_at ?? pressed("land");
  const stage = landed ? "landed" : began ? "air" : flight.stage;
  return { ...flight, stage, began_at: began, landed_at: landed };
}

/** What is done to packs. */
export type PackAct =
  | { do: "add"; id: string; name: string }
  | { do: "change"; id: string; name?: string; put_away?: boolean }
  | { do: "drop"; id: string };

export function usePackAct() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (act: PackAct): Promise<Pack[]> => {
      const path = { pack_id: act.id };
      if (act.do === "drop") {
        return answer(client.DELETE("/api/field/packs/{pack_id}", { params: { path } }));
      }
      const { id, do: _, ...body } = act;
      if (act.do === "change") {
        const changed = body as Schemas["PackChanged"];
        return answer(
          client.PATCH("/api/field/packs/{pack_id}", { params: { path }, body: changed }),
        );
      }
      return answer(client.POST("/api/field/packs", { body: { id, name: act.name } }));
    },
    onSuccess: () => queries.invalidateQueries({ queryKey: ["field"] }),
  });
}
