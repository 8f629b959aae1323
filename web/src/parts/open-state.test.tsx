import { act, fireEvent, render, screen } from "@testing-library/react";
import { createMemoryRouter, Link, RouterProvider } from "react-router";
import { expect, test } from "vitest";
import { useOpenState } from "./open-state";

const read = (search: URLSearchParams) => ({
  mode: search.get("mode") ?? "normal",
  open: search.get("open") ?? "pitch",
});
const seen: string[] = [];

function Place() {
  const [open, change] = useOpenState(read);
  seen.push(open.mode);
  return (
    <>
      <p data-testid="open">{`${open.mode} ${open.open}`}</p>
      <button type="button" onClick={() => change({ mode: "hold" })}>
        hold
      </button>
      <button type="button" onClick={() => change({ open: "rates" })}>
        rates
      </button>
      <Link to="/?mode=idle_up_1">a finding's link</Link>
    </>
  );
}

function place(at = "/") {
  seen.length = 0;
  const router = createMemoryRouter([{ path: "/", element: <Place /> }], { initialEntries: [at] });
  render(<RouterProvider router={router} />);
  return router;
}
const open = () => screen.getByTestId("open").textContent;

test("what the address says is open at first", () => {
  place("/?mode=hold&open=throttle");
  expect(open()).toBe("hold throttle");
});

test("what is chosen is open in the very same turn, and the address follows", async () => {
  const router = place();
  // Without `act` around the navigation: only the state has moved so far.
  fireEvent.click(screen.getByText("hold"));
  expect(open()).toBe("hold pitch");
  await act(async () => {});
  expect(router.state.location.search).toBe("?mode=hold");
});

test("two choices in one turn both hold, and nothing falls back in between", async () => {
  const router = place();
  await act(async () => {
    screen.getByText("hold").click();
    screen.getByText("rates").click();
  });
  expect(open()).toBe("hold rates");
  expect(seen.lastIndexOf("normal")).toBeLessThan(seen.indexOf("hold"));
  expect(router.state.location.search).toContain("mode=hold");
});

test("a link to another address opens what it names", async () => {
  place("/?mode=hold");
  await act(async () => {
    fireEvent.click(screen.getByText("a finding's link"));
  });
  expect(open()).toBe("idle_up_1 pitch");
});
