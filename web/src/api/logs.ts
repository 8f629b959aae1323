/** Flight logs: kept, mapped, looked at stretch by stretch. */
import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { answer, client, type ModeName } from "./client";
import type { components } from "./schema";

export type FlightLog = components["schemas"]["FlightLogOut"];
export type LogShown = components["schemas"]["LogShownOut"];
export type Channel = LogShown["lines"][number]["channel"];
export type Said = components["schemas"]["ColumnMapping"];

const key = (id: string) => ["logs", id];

export function useLogs(id: string) {
  return useQuery({
    queryKey: key(id),
    queryFn: () =>
      answer(
        client.GET("/api/helicopters/{helicopter_id}/logs", {
          params: { path: { helicopter_id: id } },
        }),
      ),
  });
}

export type Window = { start: number; end: number } | null;

/** A stretch of a log; the last picture stays while the next is on its way. */
export function useLog(id: string, log: string, window: Window) {
  return useQuery({
    queryKey: ["log", id, log, window],
    queryFn: ({ signal }) =>
      answer(
        client.GET("/api/helicopters/{helicopter_id}/logs/{log_id}", {
          params: {
            path: { helicopter_id: id, log_id: log },
            query: { ...(window ?? {}), steps: 600 },
          },
          signal,
        }),
      ),
    placeholderData: keepPreviousData,
    gcTime: 30_000,
  });
}

/** What is done to logs; each gives the log it is about, or null for one that is gone. */
export type LogAct =
  | { do: "add"; file: File }
  | { do: "fly"; version: number; mode: ModeName; seed: number }
  | { do: "map"; log: string; channels: Record<string, Said> }
  | { do: "drop"; log: string };

export function useLogAct(id: string) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async (act: LogAct): Promise<FlightLog | null> => {
      if (act.do === "drop") {
        const path = { helicopter_id: id, log_id: act.log };
        await answer(
          client.DELETE("/api/helicopters/{helicopter_id}/logs/{log_id}", { params: { path } }),
        );
        return null;
      }
      if (act.do === "map") {
        const path = { helicopter_id: id, log_id: act.log };
        return answer(
          client.PUT("/api/helicopters/{helicopter_id}/logs/{log_id}/mapping", {
            params: { path },
            body: { channels: act.channels },
          }),
        );
      }
      const path = { helicopter_id: id };
      if (act.do === "fly") {
        const { version, mode, seed } = act;
        return answer(
          client.POST("/api/helicopters/{helicopter_id}/logs/simulation", {
            params: { path },
            body: { version, mode, seed },
          }),
        );
      }
      return answer(
        client.POST("/api/helicopters/{helicopter_id}/logs", {
          params: { path, query: { name: act.file.name } },
          body: act.file as unknown as string,
          bodySerializer: (body) => body as unknown as BodyInit,
          headers: { "Content-Type": "application/octet-stream" },
        }),
      );
    },
    onSuccess: () => {
      queries.invalidateQueries({ queryKey: key(id) });
      queries.invalidateQueries({ queryKey: ["log", id] });
    },
  });
}
