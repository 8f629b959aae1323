import { renderHook } from "@testing-library/react";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { useAwake } from "./use-awake";

const lock = () => ({ released: false, release: vi.fn() });
let request: ReturnType<typeof vi.fn>;

beforeEach(() => {
  request = vi.fn(async () => lock());
  Object.defineProperty(navigator, "wakeLock", { value: { request }, configurable: true });
});
afterEach(() => Reflect.deleteProperty(navigator, "wakeLock"));

const settled = () => new Promise((done) => setTimeout(done));
const seen = () => document.dispatchEvent(new Event("visibilitychange"));

test("the screen is held while the run goes on and let go when it pauses", async () => {
  const held = lock();
  request.mockResolvedValue(held);
  const { rerender } = renderHook(({ on }) => useAwake(on), { initialProps: { on: true } });
  await settled();
  expect(request).toHaveBeenCalledExactlyOnceWith("screen");
  rerender({ on: false });
  expect(held.release).toHaveBeenCalledOnce();
});

test("what the browser took back is asked for again once the page is seen", async () => {
  const first = lock();
  request.mockResolvedValueOnce(first);
  renderHook(() => useAwake(true));
  await settled();
  seen();
  await settled();
  expect(request).toHaveBeenCalledTimes(1);
  first.released = true;
  seen();
  await settled();
  expect(request).toHaveBeenCalledTimes(2);
});

test("a browser that cannot, or will not, is no trouble", async () => {
  request.mockRejectedValue(new Error("not allowed"));
  renderHook(() => useAwake(true));
  await settled();
  Reflect.deleteProperty(navigator, "wakeLock");
  expect(() => renderHook(() => useAwake(true))).not.toThrow();
});
