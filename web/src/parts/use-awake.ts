/** The screen stays on while a run goes on, where the browser can do it. */
import { useEffect } from "react";

export function useAwake(on: boolean) {
  useEffect(() => {
    if (!on || !("wakeLock" in navigator)) return;
    let lock: WakeLockSentinel | null = null;
    let over = false;
    const hold = async () => {
      // A page that is not seen cannot hold it, and loses it: it is asked for again when it is.
      if (document.visibilityState !== "visible" || (lock && !lock.released)) return;
      try {
        lock = await navigator.wakeLock.request("screen");
        if (over) void lock.release();
      } catch {
        // Saving power, or not allowed: the screen goes dark as it always did.
      }
    };
    void hold();
    document.addEventListener("visibilitychange", hold);
    return () => {
      over = true;
      document.removeEventListener("visibilitychange", hold);
      void lock?.release();
    };
  }, [on]);
}
