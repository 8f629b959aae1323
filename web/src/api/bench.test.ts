import { QueryClient } from "@tanstack/react-query";
import { afterEach, expect, test, vi } from "vitest";
import { type Bench, BenchHand } from "./bench";
import { client } from "./client";

const state = (moment: number, version = 1) =>
  ({ moment, version, advice: { step: "zero_pitch" } }) as unknown as Bench;

/** A hand whose calls get these answers in turn. */
function setUp(answers: { status: number; body: unknown }[]) {
  const sent: unknown[] = [];
  vi.spyOn(client, "POST").mockImplementation((async (_: string, given: { body: unknown }) => {
    sent.push(given.body);
    const next = answers.shift() ?? { status: 500, body: {} };
    const response = new Response(null, { status: next.status });
    return response.ok ? { data: next.body, response } : { error: next.body, response };
  }) as never);
  const queries = new QueryClient();
  queries.setQueryData(["bench", "h", "zero_pitch"], state(1));
  return { hand: new BenchHand("h", queries), queries, sent };
}

afterEach(() => vi.restoreAllMocks());

test("readings go one after the other, each on what the last one gave", async () => {
  const { hand, sent } = setUp([
    { status: 200, body: state(2, 5) },
    { status: 200, body: state(3, 5) },
  ]);
  const first = hand.read("zero_pitch", "blade.0", "1,1");
  const second = hand.read("zero_pitch", "blade.1", "0");
  expect(await first).toBeNull();
  expect(await second).toBeNull();
  expect(sent.map((each) => (each as { version: number }).version)).toEqual([1, 5]);
});

test("a refusal is told and the state stays as it was", async () => {
  const refusal = { title: "That cannot be used", detail: "", faults: [] };
  const { hand, queries } = setUp([{ status: 422, body: refusal }]);
  const problem = await hand.read("zero_pitch", "blade.0", "x");
  expect(problem?.title).toBe("That cannot be used");
  expect(hand.problemNow()).toBe(problem);
  expect(queries.getQueryData(["bench", "h", "zero_pitch"])).toEqual(state(1));
  hand.forget();
  expect(hand.problemNow()).toBeNull();
});
