/** One helicopter's field: flights, what was seen, the next thing; and the pilot's packs. */
import {
  type QueryClient,
  type UseQueryResult,
  useInfiniteQuery,
  useQuery,
  useQueryClient,
} from "@tanstack/react-query";
import { useMemo } from "react";
import { answer, asProblem, client, type ModeName } from "./client";
import { draftKey } from "./draft";
import { Hand } from "./hand";
import { type Change, lineCall, useLineState, versionOf } from "./line";
import type { components } from "./schema";

type Schemas = components["schemas"];
export type Field = Schemas["FieldOut"];
export type Flight = Schemas["FlightOut"];
export type NextThing = NonNullable<Field["next"]>;
export type Changed = Schemas["ChangedOut"];
export type Symptom = Schemas["SymptomOut"];
export type Seen = Schemas["SeenGiven"];
export type LookedFor = Schemas["LookedFor"];
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
    | "gone"
    | "words"
    | "verdict"
    | "next_idea"
    | "flight_log"
  >
>;

const FIELD = "/api/helicopters/{helicopter_id}/field";
export const fieldKey = (id: string) => ["field", id];

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
    client.POST(`${FIELD}/flights/{number}/cancel`, {
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
    client.POST(`${FIELD}/flights/{number}/simulation`, {
      params: { path: { ...path, number } },
      body: stamp,
    }),
  ),
);
fieldCall<Trims>("trims moved", (path, args, stamp, version) =>
  answer(client.POST(`${FIELD}/trim`, { params: { path }, body: { ...stamp, version, ...args } })),
);
fieldCall<{ symptom: string; found: boolean }>("look", (path, { symptom, found }, stamp) =>
  answer(client.POST(`${FIELD}/looks`, { params: { path }, body: { ...stamp, symptom, found } })),
);
// A change is made as the page showed it: the server refuses one that is no more the advised one.
fieldCall<{ path: string; new: number[]; knowing: boolean }>(
  "made it",
  (at, args, stamp, version) =>
    answer(
      client.POST(`${FIELD}/changes`, {
        params: { path: at },
        body: { ...stamp, version, ...args },
      }),
    ),
);

/** What a pilot does at the field; each call goes into the helicopter's one line. */
export class FieldHand extends Hand {
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
}

export function useFieldHand(id: string): FieldHand {
  const queries = useQueryClient();
  return useMemo(() => new FieldHand(id, queries), [id, queries]);
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
