/** Puts the focus on the setting that was asked to be shown, once it is on the page. */
import { useEffect } from "react";
import { useLocation } from "react-router";

/** What a link to a setting's place takes along; it stays out of the address. */
export type Asked = { setting: string };

const LOOK_MS = 60;
const LOOKS = 50;
/** A sheet that closes gives the focus back to its key a moment later: it is taken again. */
const SETTLED = 5;

export function useShownSetting() {
  const { state, key } = useLocation() as { state: Asked | null; key: string };
  const path = state?.setting;
  // biome-ignore lint/correctness/useExhaustiveDependencies: asked again, it is shown again
  useEffect(() => {
    if (!path) return;
    let looks = 0;
    let held = 0;
    const look = setInterval(() => {
      looks += 1;
      const field = fieldOf(path);
      if (field && document.activeElement === field) held += 1;
      else if (field) {
        field.scrollIntoView({ block: "center" });
        field.focus({ preventScroll: true });
      }
      if (held >= SETTLED || looks >= LOOKS) stop();
    }, LOOK_MS);
    // Whoever does something else meanwhile has the focus, and the page stays where it is.
    const stop = () => {
      clearInterval(look);
      removeEventListener("pointerdown", stop, true);
      removeEventListener("keydown", stop, true);
    };
    addEventListener("pointerdown", stop, true);
    addEventListener("keydown", stop, true);
    return stop;
  }, [path, key]);
}

/** The setting's own field, else the first one inside it. */
function fieldOf(path: string): HTMLElement | null {
  const name = CSS.escape(path);
  const found =
    document.querySelector<HTMLElement>(`[data-path=${name}]`) ??
    document.querySelector<HTMLElement>(`[data-path^=${CSS.escape(`${path}.`)}]`);
  if (!found || found.tabIndex >= 0) return found;
  return found.querySelector<HTMLElement>("[data-state=on]") ?? found.querySelector("button");
}
