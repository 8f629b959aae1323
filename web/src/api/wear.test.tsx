import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, renderHook, waitFor } from "@testing-library/react";
import type { ReactNode } from "react";
import { expect, test, vi } from "vitest";
import { client } from "./client";
import { useLookedOver, useWear, useWearAnew, type Wear } from "./wear";

type Late = { promise: Promise<unknown>; come: (looked: boolean[]) => void };

function wear(looked: boolean[]): Wear {
  const after_a_crash = looked.map((each, i) => ({ what: `piece ${i}`, how: "", looked: each }));
  return { parts: [], crashed_at: "2026-01-01T00:00:00Z", after_a_crash } as never;
}

/** An answer of the server that comes when the test says so. */
function late(): Late {
  let come: Late["come"] = () => {};
  const promise = new Promise((done) => {
    come = (looked) => done({ data: wear(looked), response: new Response() });
  });
  return { promise, come };
}

/** The list of one helicopter, with all that a piece of it is ticked by. */
function list() {
  const queries = new QueryClient();
  const wrapper = ({ children }: { children: ReactNode }) => (
    <QueryClientProvider client={queries}>{children}</QueryClientProvider>
  );
  const { result } = renderHook(
    () => ({ wear: useWear("h"), anew: useWearAnew("h"), tick: useLookedOver("h") }),
    { wrapper },
  );
  return result;
}

/** Do something, and wait until the page shows what came of it. */
const done = (what: () => void) =>
  act(async () => {
    what();
    await new Promise((on) => setTimeout(on, 20));
  });

const looked = (result: ReturnType<typeof list>) =>
  result.current.wear.data?.after_a_crash.map((each) => each.looked);

test("a list asked for before a tick does not take the tick off", async () => {
  const [older, posted] = [late(), late()];
  vi.spyOn(client, "GET")
    .mockReturnValueOnce(
      Promise.resolve({ data: wear([false]), response: new Response() }) as never,
    )
    .mockReturnValueOnce(older.promise as never);
  vi.spyOn(client, "POST").mockReturnValue(posted.promise as never);
  const result = list();
  await waitFor(() => expect(looked(result)).toEqual([false]));
  act(() => void result.current.anew());
  await done(() => result.current.tick.mutate({ what: "piece 0", looked: true }));
  await done(() => older.come([false]));
  expect(looked(result)).toEqual([true]);
  await done(() => posted.come([true]));
  expect(looked(result)).toEqual([true]);
});

test("the answer to one tick does not take off the next one", async () => {
  const [first, second] = [late(), late()];
  vi.spyOn(client, "GET").mockReturnValue(
    Promise.resolve({ data: wear([false, false]), response: new Response() }) as never,
  );
  vi.spyOn(client, "POST")
    .mockReturnValueOnce(first.promise as never)
    .mockReturnValueOnce(second.promise as never);
  const result = list();
  await waitFor(() => expect(looked(result)).toEqual([false, false]));
  await done(() => result.current.tick.mutate({ what: "piece 0", looked: true }));
  await done(() => result.current.tick.mutate({ what: "piece 1", looked: true }));
  await done(() => first.come([true, false]));
  expect(looked(result)).toEqual([true, true]);
  await done(() => second.come([true, true]));
  await waitFor(() => expect(looked(result)).toEqual([true, true]));
});
