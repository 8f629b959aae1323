/** One helicopter's draft: read it, change it one edit after the other, never over another tab's. */
import {
  type QueryClient,
  useInfiniteQuery,
  useQuery,
  useQueryClient,
} from "@tanstack/react-query";
import { useMemo } from "react";
import {
  answer,
  client,
  type Draft,
  type Layout,
  type ModeName,
  type Problem,
  type Setup,
} from "./client";
import type { MeasuredBy } from "./head-speed";
import { type Change, type Line, lineCall, lineOf, useLineState, versionOf } from "./line";
import type { components } from "./schema";

type Schemas = components["schemas"];

export type Saving =
  | { state: "saved" }
  | { state: "saving" }
  | { state: "silent"; waiting: number }
  | { state: "refused"; problem: Problem }
  | { state: "conflict"; problem: Problem };

export const draftKey = (id: string) => ["draft", id];

export const draftQuery = (id: string) => ({
  queryKey: draftKey(id),
  queryFn: () =>
    answer(
      client.GET("/api/helicopters/{helicopter_id}", {
        params: { path: { helicopter_id: id } },
      }),
    ),
  staleTime: Number.POSITIVE_INFINITY,
});

/** A helicopter's draft; not fetched while it is not ``wanted``. */
export function useDraft(id: string, wanted = true) {
  return useQuery({ ...draftQuery(id), enabled: wanted });
}

/** Revisions, page by page, the newest first. */
export function useRevisions(id: string) {
  const pages = useInfiniteQuery({
    queryKey: ["revisions", id],
    queryFn: ({ pageParam }) =>
      answer(
        client.GET("/api/helicopters/{helicopter_id}/revisions", {
          params: { path: { helicopter_id: id }, query: { before: pageParam } },
        }),
      ),
    initialPageParam: undefined as number | undefined,
    getNextPageParam: (last) => (last.more ? last.revisions.at(-1)?.number : undefined),
  });
  return { ...pages, revisions: pages.data?.pages.flatMap((page) => page.revisions) ?? [] };
}

type Sent = { version: number; id: string };

/** A call that changes the draft: sent on top of the newest version this page knows. */
function draftCall<Args extends Record<string, unknown>>(
  name: string,
  send: (path: { helicopter_id: string }, args: Args & Sent) => Promise<Draft>,
) {
  lineCall(name, async (change: Change, queries: QueryClient) => {
    const id = change.helicopter;
    const draft = await queries.fetchQuery(draftQuery(id));
    const version = versionOf(change, draft.version);
    const args = { ...(change.args as Args), version, id: change.id };
    const made = await send({ helicopter_id: id }, args);
    queries.setQueryData(draftKey(id), made);
    for (const key of ["bench", "field", "audit", "revisions", "undo"]) {
      queries.invalidateQueries({ queryKey: [key, id] });
    }
    for (const key of ["fleet", "standings"]) queries.invalidateQueries({ queryKey: [key] });
    return made.version;
  });
}

draftCall<{ changes: { path: string; value: unknown }[] }>("edit", (path, body) =>
  answer(client.PATCH("/api/helicopters/{helicopter_id}/draft", { params: { path }, body })),
);
draftCall<{ note: string }>("save revision", (path, body) =>
  answer(client.POST("/api/helicopters/{helicopter_id}/revisions", { params: { path }, body })),
);
draftCall<{ mode: ModeName; degrees: Record<number, number> }>("in degrees", (path, body) =>
  answer(client.POST("/api/helicopters/{helicopter_id}/modes/degrees", { params: { path }, body })),
);
draftCall<Pick<Schemas["OnePoint"], "mode" | "which" | "index" | "put_in">>(
  "one point",
  (path, body) =>
    answer(client.POST("/api/helicopters/{helicopter_id}/modes/point", { params: { path }, body })),
);
draftCall<Pick<Schemas["TakenOver"], "mode" | "source" | "what">>("take over", (path, body) =>
  answer(client.POST("/api/helicopters/{helicopter_id}/modes/copy", { params: { path }, body })),
);
draftCall<{ mode: ModeName }>("leave out", (path, body) =>
  answer(client.POST("/api/helicopters/{helicopter_id}/modes/remove", { params: { path }, body })),
);
draftCall<MeasuredSpeed>("speed measured", (path, body) =>
  answer(
    client.POST("/api/helicopters/{helicopter_id}/head-speed/measurement", {
      params: { path },
      body,
    }),
  ),
);
draftCall<FlownHover>("hover flown", (path, body) =>
  answer(
    client.POST("/api/helicopters/{helicopter_id}/head-speed/hover", { params: { path }, body }),
  ),
);
draftCall<{ rule: string; path: string }>("fix", (path, body) =>
  answer(client.POST("/api/helicopters/{helicopter_id}/audit/fix", { params: { path }, body })),
);
draftCall<Pick<Schemas["Rebuild"], "layout" | "blades" | "arrangement">>("rebuild", (path, body) =>
  answer(client.POST("/api/helicopters/{helicopter_id}/draft/rebuild", { params: { path }, body })),
);
draftCall<{ part: string }>("alike", (path, body) =>
  answer(
    client.POST("/api/helicopters/{helicopter_id}/draft/copy-part", { params: { path }, body }),
  ),
);
draftCall<{ revision: number }>("restore", (path, body) =>
  answer(client.POST("/api/helicopters/{helicopter_id}/draft/restore", { params: { path }, body })),
);

export type MeasuredSpeed = {
  mode: ModeName;
  rpm: number | null;
  percent: number | null;
  by: MeasuredBy | null;
  day: string;
};
export type FlownHover = { mode: ModeName | null; stick_pct: number | null; day: string };

/** What a pilot does with a draft; each call goes into the helicopter's one line. */
export class Editor {
  private readonly line: Line;

  constructor(
    readonly id: string,
    private readonly queries: QueryClient,
  ) {
    this.line = lineOf(queries);
  }

  edit(changes: { path: string; value: unknown }[]): Promise<Problem | null> {
    return this.send("edit", { changes });
  }

  /** Take back what was done last; ``hands`` says so of work by hand. */
  undo(hands?: "turned_back" | "never_done"): Promise<Problem | null> {
    return this.send("undo", hands ? { hands } : {});
  }

  redo(): Promise<Problem | null> {
    return this.send("redo", {});
  }

  saveRevision(note: string): Promise<Problem | null> {
    return this.send("save revision", { note });
  }

  /** Points of a pitch curve, by their number, in degrees at the blade. */
  inDegrees(mode: ModeName, degrees: Record<number, number>): Promise<Problem | null> {
    return this.send("in degrees", { mode, degrees });
  }

  /** One point of a curve more, after another and on the curve, or that one taken out. */
  onePoint(
    mode: ModeName,
    which: "pitch" | "throttle",
    index: number,
    way: "put in after" | "take out",
  ): Promise<Problem | null> {
    return this.send("one point", { mode, which, index, put_in: way === "put in after" });
  }

  /** A mode, or a part of it, like another one; like a plain one without a source. */
  takeOver(
    mode: ModeName,
    source: ModeName | null,
    what: Schemas["TakenOver"]["what"],
  ): Promise<Problem | null> {
    return this.send("take over", { mode, source, what });
  }

  /** A mode this helicopter is not to have. */
  leaveOut(mode: ModeName): Promise<Problem | null> {
    return this.send("leave out", { mode });
  }

  /** A mode's head speed as measured at a spool-up; without one, what was kept goes. */
  speedMeasured(measured: MeasuredSpeed): Promise<Problem | null> {
    return this.send("speed measured", measured);
  }

  /** Where it was found to hover; a day alone takes what was kept away. */
  hoverFlown(flown: FlownHover): Promise<Problem | null> {
    return this.send("hover flown", flown);
  }

  /** What the audit offers to do about a finding. */
  fix(rule: string, path: string): Promise<Problem | null> {
    return this.send("fix", { rule, path });
  }

  /** Another swash layout, number of blades, or the mixing done elsewhere. */
  rebuild(shape: {
    layout?: Layout;
    blades?: number;
    arrangement?: Setup["arrangement"];
  }): Promise<Problem | null> {
    return this.send("rebuild", shape);
  }

  /** Carry what is alike of one entry of a list over to the others. */
  alike(part: string): Promise<Problem | null> {
    return this.send("alike", { part });
  }

  restore(revision: number): Promise<Problem | null> {
    return this.send("restore", { revision });
  }

  /** Read the newest draft, as after a conflict. */
  async refresh(): Promise<void> {
    await this.queries.refetchQueries({ queryKey: draftKey(this.id) });
    this.line.forget(this.id);
  }

  /** Send at once what waits for the server. */
  tryNow = () => this.line.tryNow();

  private send(call: string, args: Record<string, unknown>): Promise<Problem | null> {
    return this.line.send(this.id, call, args);
  }
}

export function useEditor(id: string): Editor {
  const queries = useQueryClient();
  return useMemo(() => new Editor(id, queries), [id, queries]);
}

/** Whether everything entered for a helicopter is kept. */
export function useSaving(id: string): Saving {
  const { waiting, silent, refused, late } = useLineState(id);
  const known = useQueryClient().getQueryData<Draft>(draftKey(id))?.version;
  if (refused) {
    const moved = refused.status === 409 && refused.version !== null && refused.version !== known;
    return { state: moved || late ? "conflict" : "refused", problem: refused };
  }
  if (silent && waiting.length > 0) return { state: "silent", waiting: waiting.length };
  return { state: waiting.length > 0 ? "saving" : "saved" };
}
