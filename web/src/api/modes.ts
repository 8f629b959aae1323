/** Flight modes: curves and rates as worked out, curves being drawn, the switch. */
import { keepPreviousData, skipToken, useQuery } from "@tanstack/react-query";
import { answer, client, type ModeName } from "./client";
import type { components } from "./schema";

export type Modes = components["schemas"]["ModesOut"];
export type ModeShown = components["schemas"]["ModeOut"];
export type Curve = components["schemas"]["CurveOut"];
export type RateShown = components["schemas"]["RateOut"];
export type Switch = components["schemas"]["SwitchOut"];
export type Carried = components["schemas"]["CarriedOut"];
export type Drawn = components["schemas"]["DrawnCurve"];
export type ThrottleShape = components["schemas"]["Shape"];
export type Which = Drawn["which"];
export type OwnRates = Record<RatedFunction, { rate_pct: number; expo_pct: number }>;
export type RatedFunction = "aileron" | "elevator" | "rudder";

/** Every mode of a draft's version; the last answer stays while the next is on its way. */
export function useModes(id: string, version: number) {
  return useQuery({
    queryKey: ["modes", id, version],
    queryFn: () =>
      answer(
        client.GET("/api/helicopters/{helicopter_id}/modes", {
          params: { path: { helicopter_id: id }, query: { version } },
        }),
      ),
    placeholderData: keepPreviousData,
    staleTime: Number.POSITIVE_INFINITY,
  });
}

export function useSwitch(
  id: string,
  version: number,
  before: ModeName,
  after: ModeName,
  collective: number,
) {
  return useQuery({
    queryKey: ["switch", id, version, before, after, collective],
    queryFn: () =>
      answer(
        client.GET("/api/helicopters/{helicopter_id}/switch", {
          params: { path: { helicopter_id: id }, query: { version, before, after, collective } },
        }),
      ),
    placeholderData: keepPreviousData,
    enabled: before !== after,
    gcTime: 10_000,
  });
}

/** Rates that no mode has, worked out in a mode's place; none are asked for without any. */
export function useOwnRates(id: string, version: number, mode: ModeName, rates: OwnRates | null) {
  return useQuery({
    queryKey: ["own rates", id, version, mode, rates],
    queryFn: rates
      ? () =>
          answer(
            client.POST("/api/helicopters/{helicopter_id}/modes/rates", {
              params: { path: { helicopter_id: id } },
              body: { version, mode, rates },
            }),
          )
      : skipToken,
    placeholderData: keepPreviousData,
    retry: false,
    gcTime: 10_000,
  });
}

export function drawCurve(id: string, body: Drawn, signal: AbortSignal): Promise<Curve> {
  return answer(
    client.POST("/api/helicopters/{helicopter_id}/modes/curve", {
      params: { path: { helicopter_id: id } },
      body,
      signal,
    }),
  );
}

export function carryOver(id: string, body: components["schemas"]["CarryOver"]): Promise<Carried> {
  return answer(
    client.POST("/api/helicopters/{helicopter_id}/modes/resample", {
      params: { path: { helicopter_id: id } },
      body,
    }),
  );
}

export function shapeThrottle(id: string, body: ThrottleShape): Promise<{ points: number[] }> {
  return answer(
    client.POST("/api/helicopters/{helicopter_id}/modes/throttle-shape", {
      params: { path: { helicopter_id: id } },
      body,
    }),
  );
}
