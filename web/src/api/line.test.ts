import { QueryClient } from "@tanstack/react-query";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { Problem } from "./client";
import { keptChanges } from "./kept-changes";
import { Line, lineCall, versionOf } from "./line";

let sent: string[] = [];
/** The newest version the page knows; the versions that changes claimed. */
let newest = 1;
let claimed: number[] = [];
let answers: (Problem | null)[] = [];

lineCall("test", async (change) => {
  sent.push(`${change.helicopter} ${String(change.args.n)} ${change.id}`);
  claimed.push(versionOf(change, newest));
  const problem = answers.shift();
  if (problem) throw problem;
  newest += 1;
  return newest;
});

const silence = () => new Problem(0, { title: "no answer", unreached: true });
const refusal = () => new Problem(422, { title: "That cannot be used" });
const signedOut = () => new Problem(401, { title: "Sign in first" });
const kept = (pilot = "heron") => keptChanges(pilot);
function lineOf(pilot = "heron") {
  const line = new Line(new QueryClient());
  line.signedIn(pilot);
  return line;
}
const order = () => sent.map((each) => each.split(" ")[1]);

beforeEach(() => {
  sent = [];
  newest = 1;
  claimed = [];
  answers = [];
  localStorage.clear();
  vi.useFakeTimers();
});
afterEach(() => vi.useRealTimers());

test("changes of one helicopter go one after the other, in the order they were made", async () => {
  const line = lineOf();
  const done = [1, 2, 3].map((n) => line.send("a", "test", { n }));
  expect(line.state("a").waiting.map((each) => each.args.n)).toEqual([1, 2, 3]);
  await vi.runAllTimersAsync();
  expect(await Promise.all(done)).toEqual([null, null, null]);
  expect(order()).toEqual(["1", "2", "3"]);
  expect(line.state("a")).toEqual({ waiting: [], silent: false, refused: null, late: false });
});

test("without an answer a change is sent again by itself, under the same id, and holds the others", async () => {
  answers = [silence(), silence()];
  const line = lineOf();
  const one = line.send("a", "test", { n: 1 });
  const two = line.send("a", "test", { n: 2 });
  await vi.advanceTimersByTimeAsync(100);
  expect(order()).toEqual(["1"]);
  expect(line.state("a").silent).toBe(true);
  expect(line.state("a").waiting.length).toBe(2);
  expect(kept().map((each) => each.args.n)).toEqual([1, 2]);
  await vi.runAllTimersAsync();
  expect(await one).toBeNull();
  expect(await two).toBeNull();
  expect(order()).toEqual(["1", "1", "1", "2"]);
  expect(new Set(sent.slice(0, 3)).size).toBe(1);
  expect(line.state("a")).toMatchObject({ waiting: [], silent: false });
  expect(kept()).toEqual([]);
});

test.each([502, 503, 504, 507])(
  "a server that cannot just now (%i) loses nothing",
  async (status) => {
    answers = [new Problem(status, { title: "The server's disk is full" })];
    const line = lineOf();
    const sending = line.send("a", "test", { n: 1 });
    await vi.advanceTimersByTimeAsync(100);
    expect(line.state("a")).toMatchObject({ silent: true, refused: null });
    expect(kept().map((each) => each.args.n)).toEqual([1]);
    await vi.runAllTimersAsync();
    expect(await sending).toBeNull();
    expect(order()).toEqual(["1", "1"]);
  },
);

test("a key tries again at once", async () => {
  answers = [silence(), silence(), silence(), silence()];
  const line = lineOf();
  void line.send("a", "test", { n: 1 });
  await vi.advanceTimersByTimeAsync(1600);
  const before = sent.length;
  line.tryNow();
  await vi.advanceTimersByTimeAsync(1);
  expect(sent.length).toBe(before + 1);
});

test("a refusal is told, and the line goes on", async () => {
  answers = [refusal()];
  const line = lineOf();
  const one = line.send("a", "test", { n: 1 });
  const two = line.send("a", "test", { n: 2 });
  await vi.runAllTimersAsync();
  expect((await one)?.title).toBe("That cannot be used");
  expect(await two).toBeNull();
  expect(order()).toEqual(["1", "2"]);
});

test("helicopters do not wait for one another", async () => {
  answers = [silence()];
  const line = lineOf();
  void line.send("a", "test", { n: 1 });
  void line.send("b", "test", { n: 2 });
  await vi.advanceTimersByTimeAsync(50);
  expect(sent.map((each) => each[0])).toEqual(["a", "b"]);
});

/** The page goes: its timers with it, and only what it kept is left. */
function leave() {
  sent = [];
  answers = [];
  vi.clearAllTimers();
}

test("what was not taken survives a reload and goes on in its order, under its own ids", async () => {
  answers = [silence()];
  const first = lineOf();
  for (const n of [1, 2, 3]) void first.send("a", "test", { n });
  await vi.advanceTimersByTimeAsync(10);
  const ids = kept().map((each) => each.id);
  expect(ids.length).toBe(3);
  leave();
  lineOf();
  await vi.runAllTimersAsync();
  expect(order()).toEqual(["1", "2", "3"]);
  expect(sent.map((each) => each.split(" ")[2])).toEqual(ids);
  expect(kept()).toEqual([]);
});

/** Two changes of a page that showed version 7, left before anybody answered. */
async function leftAt7() {
  answers = [silence()];
  const queries = new QueryClient();
  queries.setQueryData(["draft", "a"], { digest: "d7", version: 7 });
  const line = new Line(queries);
  line.signedIn("heron");
  for (const n of [1, 2]) void line.send("a", "test", { n });
  await vi.advanceTimersByTimeAsync(10);
  expect(kept().map((change) => [change.saw, change.version])).toEqual([
    ["d7", 7],
    ["d7", 7],
  ]);
  leave();
  claimed = [];
}

test("after a reload the first change claims the setup its page showed, the rest follow it", async () => {
  await leftAt7();
  newest = 9;
  lineOf();
  await vi.runAllTimersAsync();
  expect(claimed).toEqual([7, 10]);
});

test("where the setup moved on meanwhile, nothing of what was kept is made on another one", async () => {
  await leftAt7();
  answers = [new Problem(409, { title: "This draft was changed elsewhere", version: 9 })];
  const line = lineOf();
  await vi.runAllTimersAsync();
  expect(order()).toEqual(["1"]);
  expect(line.state("a").refused?.title).toBe("This draft was changed elsewhere");
  expect(line.state("a").late).toBe(true);
  expect(kept()).toEqual([]);
  expect(await line.send("a", "test", { n: 3 })).toBeNull();
});

test("what still waits is kept as made on what the line has made of the setup", async () => {
  answers = [silence(), null, silence()];
  const line = lineOf();
  newest = 4;
  void line.send("a", "test", { n: 1 });
  void line.send("a", "test", { n: 2 });
  await vi.advanceTimersByTimeAsync(600);
  expect(kept().map((change) => [change.args.n, change.version])).toEqual([[2, 5]]);
});

test("a second tab takes nothing out of what the first one keeps", async () => {
  answers = [silence()];
  const first = lineOf();
  void first.send("a", "test", { n: 1 });
  await vi.advanceTimersByTimeAsync(1);
  await new Line(new QueryClient()).send("b", "test", { n: 2 });
  expect(kept().map((each) => each.args.n)).toEqual([1]);
});

test("one pilot's changes are not sent by another, and wait for their own", async () => {
  answers = [silence()];
  void lineOf("heron").send("a", "test", { n: 1 });
  await vi.advanceTimersByTimeAsync(1);
  leave();
  lineOf("curlew");
  await vi.runAllTimersAsync();
  expect(sent).toEqual([]);
  lineOf("heron");
  await vi.runAllTimersAsync();
  expect(order()).toEqual(["1"]);
});

test("a session that has ended loses nothing: it goes on after signing in", async () => {
  answers = [signedOut()];
  const line = lineOf();
  expect((await line.send("a", "test", { n: 1 }))?.status).toBe(401);
  expect(kept().length).toBe(1);
  line.signedIn("heron");
  await vi.runAllTimersAsync();
  expect(order()).toEqual(["1", "1"]);
  expect(kept()).toEqual([]);
});

test("rubbish in the browser's storage is no line", async () => {
  localStorage.setItem("mint-lever.change.x", "{not json");
  localStorage.setItem("mint-lever.change.y", '"words"');
  lineOf();
  await vi.runAllTimersAsync();
  expect(sent).toEqual([]);
});
