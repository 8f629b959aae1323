/** Head speed: every mode's figures, and the governor's answer to a punch while a slider moves. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { answer, client } from "./client";
import type { components } from "./schema";

export type HeadSpeeds = components["schemas"]["HeadSpeedsOut"];
export type MeasuredBy = NonNullable<components["schemas"]["MeasuredOut"]["by"]>;
export type ModeSpeed = components["schemas"]["ModeSpeedOut"];
export type PunchShown = components["schemas"]["PunchOut"];
export type Tried = Omit<components["schemas"]["Tried"], "version">;
export type PackName = NonNullable<Tried["pack"]>;

/** Every mode of a draft's version; the last answer stays while the next is on its way. */
export function useHeadSpeeds(id: string, version: number, wanted: number) {
  return useQuery({
    queryKey: ["head speeds", id, version, wanted],
    queryFn: () =>
      answer(
        client.GET("/api/helicopters/{helicopter_id}/head-speed", {
          params: { path: { helicopter_id: id }, query: { version, wanted_pct: wanted } },
        }),
      ),
    placeholderData: keepPreviousData,
    staleTime: Number.POSITIVE_INFINITY,
  });
}

/** The punch that is tried; the last line stays while the next is on its way. */
export function usePunch(id: string, version: number, tried: Tried) {
  return useQuery({
    queryKey: ["punch", id, version, tried],
    queryFn: ({ signal }) =>
      answer(
        client.POST("/api/helicopters/{helicopter_id}/head-speed/punch", {
          params: { path: { helicopter_id: id } },
          body: { version, ...tried },
          signal,
        }),
      ),
    placeholderData: keepPreviousData,
    retry: false,
    gcTime: 10_000,
  });
}

/** For each item of the controller's card, when the real controller confirmed what is wanted. */
export function useCardConfirmed(id: string, version: number) {
  return useQuery({
    queryKey: ["card", id, version],
    queryFn: () =>
      answer(
        client.GET("/api/helicopters/{helicopter_id}/head-speed/card", {
          params: { path: { helicopter_id: id } },
        }),
      ),
    placeholderData: keepPreviousData,
    refetchOnMount: "always",
  });
}
