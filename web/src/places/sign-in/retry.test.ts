import { act, renderHook } from "@testing-library/react";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { Problem } from "@/api/client";
import { useRetry } from "./retry";

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

const slowed = (seconds: number) => new Problem(429, { retry_after_s: seconds });

test("what was slowed is sent once its pause is over, and counted down till then", () => {
  const send = vi.fn();
  const problem = slowed(4);
  const { result } = renderHook(() => useRetry(problem, send));
  expect(result.current).toBe(4);
  act(() => void vi.advanceTimersByTime(2000));
  expect(result.current).toBe(2);
  expect(send).not.toHaveBeenCalled();
  act(() => void vi.advanceTimersByTime(10_000));
  expect(send).toHaveBeenCalledTimes(1);
});

test("a long pause, a problem of another kind and a page that was left send nothing", () => {
  const send = vi.fn();
  for (const problem of [slowed(3600), new Problem(403, {}), null]) {
    const { result } = renderHook(() => useRetry(problem, send));
    expect(result.current).toBeNull();
  }
  const problem = slowed(2);
  renderHook(() => useRetry(problem, send)).unmount();
  act(() => void vi.advanceTimersByTime(10_000_000));
  expect(send).not.toHaveBeenCalled();
});
