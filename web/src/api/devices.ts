/** The pilot's devices, and what a helicopter's own show of its settings. */

import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { answer, asProblem, client, type Problem } from "./client";
import type { components } from "./schema";

export type Device = components["schemas"]["DeviceOut"];
export type Profile = Device["profile"];
export type DeviceSetting = NonNullable<Profile["settings"]>[number];
export type DeviceKind = Device["kind"];
export type OnDevice = components["schemas"]["OnDevice"];
export type OnBoard = components["schemas"]["OnBoard"];

const KEY = ["devices"];
const SHOWN = "shown by devices";

const DEVICES = { queryKey: KEY, queryFn: () => answer(client.GET("/api/devices")) };

export function useDevices() {
  return useQuery(DEVICES);
}

/** What is done to devices; each gives the device it is about, or null. */
export type DeviceAct =
  | { do: "begin"; kind: DeviceKind }
  | { do: "bring"; file: File }
  | { do: "change"; send: () => Promise<Device> }
  | { do: "drop"; device: string }
  | { do: "fit"; helicopter: string; kind: DeviceKind; device: string | null };

export function useDeviceAct() {
  const queries = useQueryClient();
  return useMutation({
    // One after the other: what was done last is what stays.
    scope: { id: "devices" },
    mutationFn: async (act: DeviceAct): Promise<Device | null> => {
      switch (act.do) {
        case "begin":
          return answer(client.POST("/api/devices", { body: { kind: act.kind } }));
        case "bring":
          return answer(
            client.POST("/api/devices/import", {
              body: act.file as unknown as Record<string, never>,
              bodySerializer: (body: unknown) => body as Blob,
              headers: { "Content-Type": "application/json" },
            }),
          );
        case "change":
          return act.send();
        case "drop":
          await answer(
            client.DELETE("/api/devices/{device_id}", {
              params: { path: { device_id: act.device } },
            }),
          );
          return null;
        case "fit":
          await answer(
            client.PUT("/api/helicopters/{helicopter_id}/devices", {
              params: { path: { helicopter_id: act.helicopter } },
              body: { kind: act.kind, device: act.device },
            }),
          );
          return null;
      }
    },
    onSettled: () => {
      queries.invalidateQueries({ queryKey: KEY });
      // What a device is called and can hold stands in the bench's and the audit's advice too.
      for (const key of [SHOWN, "bench", "audit", "modes"])
        queries.invalidateQueries({ queryKey: [key] });
    },
  });
}

/** The devices a helicopter has, each with its settings as it shows them. */
export function useOnBoard(id: string, version: number) {
  return useQuery({
    queryKey: [SHOWN, id, version],
    queryFn: () =>
      answer(
        client.GET("/api/helicopters/{helicopter_id}/devices", {
          params: { path: { helicopter_id: id }, query: { version } },
        }),
      ),
    placeholderData: keepPreviousData,
  });
}

export const deviceFile = (id: string) => `/api/devices/${id}/file`;

/**
 * A device's profile while it is described. What was typed last is shown at once; each change is
 * sent by itself, on top of what the server has by then, also from another page, so that a refused
 * one takes no other along;
 * why it was refused stays until the same is put right.
 */
export function useProfile(device: Device) {
  const act = useDeviceAct();
  const kept = useRef(device);
  const waiting = useRef(0);
  const [shown, setShown] = useState(device.profile);
  const [refused, setRefused] = useState<{ of: string[]; problem: Problem } | null>(null);
  const put = async (change: (profile: Profile) => Partial<Profile>) => {
    setShown((now) => ({ ...now, ...change(now) }));
    waiting.current += 1;
    const of = Object.keys(change(kept.current.profile));
    try {
      // All of it in its turn: the next change begins with what this one has made.
      await act.mutateAsync({
        do: "change",
        send: async () => {
          kept.current = await onTopOf(kept.current, device.id, change);
          return kept.current;
        },
      });
      setRefused((was) => (was?.of.some((key) => of.includes(key)) ? null : was));
    } catch (error) {
      setRefused({ of, problem: asProblem(error) });
    }
    waiting.current -= 1;
    if (waiting.current === 0) setShown(kept.current.profile);
  };
  return { profile: shown, put, refused: refused?.problem, pending: act.isPending };
}

/** How often a change gives way to what other pages say of a device meanwhile. */
const MOST_TRIES = 4;

/** Send a change on top of a device as it was seen; where another page described it meanwhile, on
 * top of that. */
async function onTopOf(
  seen: Device,
  id: string,
  change: (profile: Profile) => Partial<Profile>,
  tries = 1,
): Promise<Device> {
  try {
    return await answer(
      client.PUT("/api/devices/{device_id}", {
        params: { path: { device_id: id }, query: { version: seen.version } },
        body: { ...seen.profile, ...change(seen.profile) },
      }),
    );
  } catch (error) {
    if (asProblem(error).status !== 409 || tries === MOST_TRIES) throw error;
    const there = (await answer(client.GET("/api/devices"))).find((each) => each.id === id);
    if (!there || there.version === seen.version) throw error;
    return onTopOf(there, id, change, tries + 1);
  }
}
