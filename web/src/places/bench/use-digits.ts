/** Digits go to the open reading wherever the focus is, on any kind of screen with keys. */
import { useEffect, useRef } from "react";
import { useSingleKeys } from "@/parts/shortcuts/registry";

const OF_A_FIGURE = /^[0-9.,+-]$/;

/** ``send`` answers Enter in a sheet that is all about the figure; null on the page, where Enter
 * belongs to whoever has the focus, and a sheet that lies over it has its own keys. */
export function useDigits(text: string, setText: (to: string) => void, send: (() => void) | null) {
  const on = useSingleKeys();
  const now = useRef({ text, setText, send });
  now.current = { text, setText, send };
  useEffect(() => {
    if (!on) return;
    const press = (event: KeyboardEvent) => {
      const { text, setText, send } = now.current;
      const { key } = event;
      const at = event.target as HTMLElement | null;
      if (event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented) return;
      if (at?.closest("input, textarea, select, [role=menu], [contenteditable]")) return;
      if (!send && at?.closest("[role=dialog]")) return;
      if (OF_A_FIGURE.test(key)) setText(text + key);
      else if (send && key === "Backspace") setText(text.slice(0, -1));
      else if (send && key === "Enter" && !at?.closest("button, a, summary")) send();
      else return;
      event.preventDefault();
    };
    addEventListener("keydown", press);
    return () => removeEventListener("keydown", press);
  }, [on]);
}
