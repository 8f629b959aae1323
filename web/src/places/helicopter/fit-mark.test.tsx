import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, render, screen } from "@testing-library/react";
import { MemoryRouter } from "react-router";
import { expect, test, vi } from "vitest";
import type { Bench } from "@/api/bench";
import { client, Problem } from "@/api/client";
import { lineCall, lineOf } from "@/api/line";
import { FitMark } from "./fit-mark";

let answer: () => void = () => {};
lineCall("never taken", async () => {
  throw new Problem(0, { unreached: true });
});

/** The mark over a bench as it is known, while the server is asked for the newest. */
function mark(fitness: Bench["fitness"], more = {}) {
  const bench = { version: 4, sequence: 1, simulated: false, fitness, ...more };
  const asked = new Promise((done) => {
    answer = () => done({ data: bench, response: new Response() });
  });
  vi.spyOn(client, "GET").mockReturnValue(asked as never);
  const queries = new QueryClient();
  queries.setQueryData(["bench", "h", null], bench);
  queries.setQueryData(["draft", "h"], { version: 4 });
  render(
    <QueryClientProvider client={queries}>
      <MemoryRouter>
        <FitMark id="h" />
      </MemoryRouter>
    </QueryClientProvider>,
  );
  return lineOf(queries);
}
const answered = () => act(async () => answer());
const FIT = { fit: true, withheld: [], revision: 7, to_save: false };

test("nothing is called fit on what was known before: the server is asked first", async () => {
  mark(FIT);
  expect(screen.queryByText(/fit to fly/)).toBeNull();
  await answered();
  expect(await screen.findByText("Revision 7 is fit to fly")).toBeTruthy();
});

test("nothing is called fit while a change is on its way", async () => {
  const line = mark(FIT);
  await answered();
  await screen.findByText("Revision 7 is fit to fly");
  act(() => void line.send("h", "never taken", {}));
  expect(screen.queryByText(/fit to fly/)).toBeNull();
  expect(screen.getByText("looking…")).toBeTruthy();
});

test("nothing is called fit by a bench of another version than the draft that is shown", async () => {
  mark(FIT, { version: 3 });
  await answered();
  expect(screen.queryByText(/fit to fly/)).toBeNull();
  expect(screen.getByText("looking…")).toBeTruthy();
});

test("what is done but not saved asks to be saved", async () => {
  mark({ ...FIT, fit: false, revision: null, to_save: true, withheld: ["not saved"] });
  await answered();
  expect(await screen.findByText("All done: save it to call it fit")).toBeTruthy();
});

test("practice that is done says so, and never that the helicopter is fit", async () => {
  mark(FIT, { simulated: true });
  await answered();
  const said = await screen.findByText(/^Every step done/);
  expect(said.textContent).toBe("Every step done, in practice");
  expect(screen.queryByText(/fit to fly/)).toBeNull();
});

test("what withholds fitness is listed, every reason of it", () => {
  mark({ ...FIT, fit: false, withheld: ["Horns: stale", "Tilts: open"] });
  const reasons = screen.getAllByRole("listitem").map((reason) => reason.textContent);
  expect(reasons).toEqual(["Horns: stale", "Tilts: open"]);
});
