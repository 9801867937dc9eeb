import { useEffect, useRef } from "react";

/** Single keys that act anywhere but in a field. */
export function useKeys(keys: Record<string, (event: KeyboardEvent) => void>) {
  const current = useRef(keys);
  current.current = keys;
  useEffect(() => {
    const pressed = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented) return;
      const target = event.target as HTMLElement;
      if (target.closest("input, textarea, select, [contenteditable], [role=dialog]")) return;
      if (event.key === "Enter" && target.closest("a, button")) return;
      const act = current.current[event.key];
      if (act) {
        event.preventDefault();
        act(event);
      }
    };
    window.addEventListener("keydown", pressed);
    return () => window.removeEventListener("keydown", pressed);
  }, []);
}
