/** The pilot's helicopters. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { answer, client, Problem } from "./client";
import type { components } from "./schema";

const KEY = ["fleet"];
/** The server's own bound, asked here first so that a huge file is not sent for nothing. */
const LARGEST_FILE = 1_000_000;

export function useFleet() {
  return useQuery({ queryKey: KEY, queryFn: () => answer(client.GET("/api/helicopters")) });
}

function useFleetChange<Given, Got>(change: (given: Given) => Promise<Got>) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: change,
    onSuccess: () => queries.invalidateQueries({ queryKey: KEY }),
  });
}

export function useAddHelicopter() {
  return useFleetChange((body: components["schemas"]["NewHelicopter"]) =>
    answer(client.POST("/api/helicopters", { body })),
  );
}

export function useImport() {
  return useFleetChange(async (file: File) => {
    if (file.size > LARGEST_FILE) {
      throw new Problem(413, {
        title: "The file is too large",
        detail: `found ${file.size.toLocaleString("en")} bytes; allowed: at most ${LARGEST_FILE.toLocaleString("en")} bytes`,
      });
    }
    return answer(
      client.POST("/api/helicopters/import", {
        body: file as unknown as Record<string, never>,
        bodySerializer: (body: unknown) => body as Blob,
        headers: { "Content-Type": "application/json" },
      }),
    );
  });
}

/** Another helicopter with the same setup, and nothing measured yet. */
export function useCopyHelicopter() {
  return useFleetChange((helicopter_id: string) =>
    answer(
      client.POST("/api/helicopters/{helicopter_id}/copy", { params: { path: { helicopter_id } } }),
    ),
  );
}

export function useRemoveHelicopter() {
  return useFleetChange((helicopter_id: string) =>
    answer(
      client.DELETE("/api/helicopters/{helicopter_id}", { params: { path: { helicopter_id } } }),
    ),
  );
}

export function exportAddress(id: string, revision?: number): string {
  return `/api/helicopters/${id}/export${revision === undefined ? "" : `?revision=${revision}`}`;
}
