import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { renderHook, waitFor } from "@testing-library/react";
import type { ReactNode } from "react";
import { afterEach, expect, test, vi } from "vitest";
import { type Standing, useStandings } from "./bench";
import { client } from "./client";

afterEach(() => {
  vi.restoreAllMocks();
});

const standing = (id: string) => ({ id }) as Standing;

const pause = (ms: number) => new Promise((on) => setTimeout(on, ms));

function asked(answers: { standings: Standing[]; complete: boolean }[]) {
  const ask = vi.spyOn(client, "GET");
  for (const data of answers)
    ask.mockResolvedValueOnce({ data, response: new Response() } as never);
  const queries = new QueryClient();
  const wrapper = ({ children }: { children: ReactNode }) => (
    <QueryClientProvider client={queries}>{children}</QueryClientProvider>
  );
  const { result } = renderHook(() => useStandings(), { wrapper });
  return { ask, result };
}

test("standings are asked for again until the list is complete, and no longer", async () => {
  const all = ["a", "b", "c"].map(standing);
  const { ask, result } = asked([
    { standings: all.slice(0, 1), complete: false },
    { standings: all.slice(0, 2), complete: false },
    { standings: all, complete: true },
  ]);
  await waitFor(() => expect(result.current.data?.standings).toEqual(all), { timeout: 3000 });
  await pause(500);
  expect(ask).toHaveBeenCalledTimes(3);
});

test("an answer that is complete is not asked for again, however few it names", async () => {
  const { ask, result } = asked([{ standings: [], complete: true }]);
  await waitFor(() => expect(result.current.data?.complete).toBe(true));
  await pause(500);
  expect(ask).toHaveBeenCalledTimes(1);
});
