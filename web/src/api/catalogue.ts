/** The catalogue of settings: what each is called, where it stands, what bounds it. */
import { useQuery, useSuspenseQuery } from "@tanstack/react-query";
import { answer, client } from "./client";
import type { components } from "./schema";

export type Row = components["schemas"]["RowOut"];
export type Catalogue = components["schemas"]["CatalogueOut"];
export type Device = Row["device"];

export const CATALOGUE = {
  queryKey: ["catalogue"],
  queryFn: () => answer(client.GET("/api/catalogue")),
  staleTime: Number.POSITIVE_INFINITY,
};

/** The catalogue; what shows settings waits for it. */
export function useCatalogue(): Catalogue {
  return useSuspenseQuery(CATALOGUE).data;
}

/** The catalogue's rows where nothing waits for them: none until they are here. */
export function useRows(): Row[] {
  return useQuery(CATALOGUE).data?.rows ?? [];
}

/** The row of a setting's path: entries of a list share one. */
export function rowOf(rows: Row[], path: string): Row | undefined {
  const pattern = path.replace(/\.\d+(?=\.|$)/g, ".*");
  return (
    rows.find((row) => row.path === pattern) ?? rows.find((row) => `${row.path}.*` === pattern)
  );
}

/** The names of a choice's values. */
export function wordsOf(rows: Row[], path: string): Record<string, string> {
  const words = rowOf(rows, path)?.words ?? [];
  return Object.fromEntries(words.map(({ value, label }) => [String(value), label]));
}
