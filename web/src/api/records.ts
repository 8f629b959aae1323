/** Two setups beside one another, and tables out. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { answer, client } from "./client";
import type { components } from "./schema";

export type Comparison = components["schemas"]["CompareOut"];
export type Difference = Comparison["differences"][number];
export type Effect = NonNullable<Comparison["effect"]>;
/** Which setup: a revision, or the draft where there is none; of another helicopter. */
export type Side = { revision: number | null; helicopter: string | null };

/** What going from the draft, or one of its revisions, to another setup would change. */
export function useComparison(id: string, version: number, one: number | null, other: Side) {
  return useQuery({
    queryKey: ["compare", id, version, one, other],
    queryFn: () =>
      answer(
        client.GET("/api/helicopters/{helicopter_id}/compare", {
          params: { path: { helicopter_id: id }, query: { one_revision: one, ...other } },
        }),
      ),
    placeholderData: keepPreviousData,
  });
}

export function tableAddress(id: string, table: "readings" | "changes" | "flights") {
  return `/api/helicopters/${id}/tables/${table}`;
}
