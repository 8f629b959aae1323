/** What is still to be keyed into each device of a helicopter, and ticking it off. */
import { type QueryClient, useQuery } from "@tanstack/react-query";
import { answer, asProblem, client } from "./client";
import { draftKey } from "./draft";
import { type Change, lineCall, versionOf } from "./line";
import type { components } from "./schema";

export type Keying = components["schemas"]["KeyingOut"];
export type KeyingLine = Keying["lines"][number];

const LIST = "/api/helicopters/{helicopter_id}/keying";
const keyingKey = (id: string) => ["keying", id];

/** The open lines, as of a version of the draft and a count of the log. */
export function useKeying(id: string, version: number) {
  return useQuery({
    queryKey: [...keyingKey(id), version],
    queryFn: () => answer(client.GET(LIST, { params: { path: { helicopter_id: id } } })),
    placeholderData: (before) => before,
  });
}

type Send<Args> = (
  path: { helicopter_id: string },
  args: Args,
  stamp: { id: string; at: string; saw: string },
  version: number,
) => Promise<Keying>;

function keyingCall<Args>(name: string, send: Send<Args>) {
  lineCall(name, async (change: Change, queries: QueryClient) => {
    const id = change.helicopter;
    const draft = queries.getQueryData<{ version: number }>(draftKey(id));
    const version = versionOf(change, draft?.version ?? change.version ?? 0);
    const stamp = { id: change.id, at: change.at, saw: change.saw };
    try {
      const made = await send({ helicopter_id: id }, change.args as Args, stamp, version);
      queries.setQueryData([...keyingKey(id), made.version], made);
      for (const key of ["bench", "field"]) queries.invalidateQueries({ queryKey: [key, id] });
      queries.invalidateQueries({ queryKey: ["standings"] });
      return made.version;
    } catch (error) {
      if (asProblem(error).status === 409) {
        await queries.refetchQueries({ queryKey: draftKey(id) });
        queries.invalidateQueries({ queryKey: keyingKey(id) });
      }
      throw error;
    }
  });
}

export const TICK = "keyed in";
export const TICK_BACK = "tick taken back";

keyingCall<{ paths: string[] }>(TICK, (path, { paths }, stamp, version) =>
  answer(client.POST(`${LIST}/ticks`, { params: { path }, body: { ...stamp, version, paths } })),
);
keyingCall<{ sequence: number }>(TICK_BACK, (path, { sequence }, stamp) =>
  answer(
    client.POST(`${LIST}/ticks/{sequence}/remove`, {
      params: { path: { ...path, sequence } },
      body: stamp,
    }),
  ),
);
