/** What was slowed down is sent again by itself once its pause is over. */
import { useEffect, useRef, useState } from "react";
import type { Problem } from "@/api/client";

/** Nobody waits longer than this before a page that goes on by itself. */
const LONGEST_S = 60;

/** Seconds left until it is sent again; null where it is not. */
export function useRetry(problem: Problem | null, again: () => void): number | null {
  const send = useRef(again);
  send.current = again;
  const [left, setLeft] = useState<number | null>(null);
  useEffect(() => {
    const pause = problem?.retry_after_s ?? null;
    if (pause === null || pause > LONGEST_S) {
      setLeft(null);
      return;
    }
    const due = Date.now() + pause * 1000;
    setLeft(pause);
    const tick = setInterval(() => {
      const seconds = Math.ceil((due - Date.now()) / 1000);
      setLeft(Math.max(0, seconds));
      if (seconds > 0) return;
      clearInterval(tick);
      send.current();
    }, 250);
    return () => clearInterval(tick);
  }, [problem]);
  return left;
}
