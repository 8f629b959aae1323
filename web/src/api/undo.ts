/** What was done last with the model on the table, reading or setting: taken back, done again. */
import { type QueryClient, useQuery } from "@tanstack/react-query";
import { answer, client } from "./client";
import { draftKey, draftQuery } from "./draft";
import { type Change, lineCall, versionOf } from "./line";
import type { components } from "./schema";

export type Undo = components["schemas"]["UndoOut"];
/** Whether hands turned it back, or never did it. */
export type Hands = NonNullable<components["schemas"]["UndoRequest"]["hands"]>;

const UNDO = "/api/helicopters/{helicopter_id}/bench/undo";
const REDO = "/api/helicopters/{helicopter_id}/bench/redo";

export const undoKey = (id: string) => ["undo", id];

/** What undo and redo would do next, and what was just done. */
export function useUndo(id: string) {
  return useQuery({
    queryKey: undoKey(id),
    queryFn: () => answer(client.GET(UNDO, { params: { path: { helicopter_id: id } } })),
    placeholderData: (before) => before,
    staleTime: Number.POSITIVE_INFINITY,
  });
}

type Sent = { version: number; id: string; at: string; saw: string };

function undoCall(
  name: "undo" | "redo",
  send: (path: { helicopter_id: string }, sent: Sent, args: { hands?: Hands }) => Promise<Undo>,
) {
  lineCall(name, async (change: Change, queries: QueryClient) => {
    const id = change.helicopter;
    const draft = await queries.fetchQuery(draftQuery(id));
    const version = versionOf(change, draft.version);
    const sent = { version, id: change.id, at: change.at, saw: change.saw };
    const made = await send({ helicopter_id: id }, sent, change.args);
    await queries.cancelQueries({ queryKey: undoKey(id) });
    queries.setQueryData(undoKey(id), made);
    if (!made.said) return made.version;
    const old = [["bench", id], ["field", id], ["audit", id], ["revisions", id], draftKey(id)];
    for (const queryKey of [...old, ["fleet"], ["standings"]]) {
      queries.invalidateQueries({ queryKey });
    }
    return made.version;
  });
}

undoCall("undo", (path, sent, { hands }) =>
  answer(client.POST(UNDO, { params: { path }, body: { ...sent, hands: hands ?? null } })),
);
undoCall("redo", (path, sent) => answer(client.POST(REDO, { params: { path }, body: sent })));
