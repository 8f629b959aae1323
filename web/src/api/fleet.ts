/** The pilot's helicopters. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { answer, client, Problem } from "./client";
import type { components } from "./schema";

const KEY = ["fleet"];
/** The server's own bound, asked here first so that a huge file is not sent for nothing. */
const LARGEST_FILE = 1_000_000;
const LARGEST_WHOLE = 60 * 1024 * 1024;

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
    const whole = await isArchive(file);
    const largest = whole ? LARGEST_WHOLE : LARGEST_FILE;
    if (file.size > largest) {
      throw new Problem(413, {
        title: "The file is too large",
        detail: `found ${file.size.toLocaleString("en")} bytes; allowed: at most ${largest.toLocaleString("en")} bytes`,
      });
    }
    if (whole) {
      return answer(
        client.POST("/api/helicopters/import/archive", {
          body: file as unknown as string,
          bodySerializer: (body: unknown) => body as Blob,
          headers: { "Content-Type": "application/octet-stream" },
        }),
      );
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

/** A helicopter's one file is an archive, a setup file is text: told by how it begins. */
async function isArchive(file: File): Promise<boolean> {
  const [first, second] = new Uint8Array(await file.slice(0, 2).arrayBuffer());
  return first === 0x50 && second === 0x4b;
}

/** What never carries over to a copy, asked for once a copy is thought of. */
export function useBeforeCopy(helicopter_id: string, thoughtOf: boolean) {
  return useQuery({
    queryKey: ["before copy", helicopter_id],
    queryFn: () =>
      answer(
        client.GET("/api/helicopters/{helicopter_id}/copy", {
          params: { path: { helicopter_id } },
        }),
      ),
    enabled: thoughtOf,
    refetchOnMount: "always",
  });
}

type Copied = { helicopter_id: string; same_radio: boolean };

/** Another helicopter with the same setup, and nothing measured yet. */
export function useCopyHelicopter() {
  return useFleetChange(({ helicopter_id, same_radio }: Copied) =>
    answer(
      client.POST("/api/helicopters/{helicopter_id}/copy", {
        params: { path: { helicopter_id } },
        body: { same_radio },
      }),
    ),
  );
}

/** Everything of a helicopter, as one file. */
export function wholeAddress(id: string): string {
  return `/api/helicopters/${id}/archive`;
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
