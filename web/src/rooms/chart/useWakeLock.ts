import { useEffect } from "react";

/** Keeps the screen awake while the page is open, where the browser can. */
export function useWakeLock() {
  useEffect(() => {
    let lock: WakeLockSentinel | undefined;
    let left = false;
    async function hold() {
      if (document.visibilityState !== "visible") return;
      try {
        lock = await navigator.wakeLock?.request("screen");
        if (left) lock?.release();
      } catch {
        // A low battery may refuse it; painting goes on all the same.
      }
    }
    hold();
    document.addEventListener("visibilitychange", hold);
    return () => {
      left = true;
      document.removeEventListener("visibilitychange", hold);
      lock?.release();
    };
  }, []);
}
