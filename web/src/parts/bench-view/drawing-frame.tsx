/** What the drawing stands in: on a phone it is lifted into sight while it shows a field's length. */
import {
  type ReactNode,
  useEffect,
  useLayoutEffect,
  useRef,
  useState,
  useSyncExternalStore,
} from "react";
import type { Frame } from "@/api/client";
import { useAtLeast } from "@/look/width";
import { useSettingInFocus } from "@/parts/settings/setting-focus";

/** Where frames come from, and who is told of a new one. */
export type Source = { frame: Frame | null; subscribe: (listener: () => void) => () => void };

type Props = { source: Source; children: ReactNode };

/** Over the page's top, where no keyboard comes; what is below keeps its place. */
const LIFTED = "fixed inset-x-0 z-30 h-[min(11rem,34vh)] border-b-2 border-ink bg-paper";

export function DrawingFrame({ source, children }: Props) {
  const beside = useAtLeast("md");
  const focused = useSettingInFocus();
  const drawn = useSyncExternalStore(
    source.subscribe,
    () => source.frame?.scene.dimension?.path ?? null,
  );
  const measuring = !beside && drawn !== null && drawn === focused;
  const lifted = useFieldInSight(measuring) && measuring;
  const box = useRef<HTMLDivElement>(null);
  useLayoutEffect(() => {
    const own = box.current;
    if (!lifted || !own) return;
    // The keys of the page's head stay free where it is in sight.
    const under = () => {
      const head = document.querySelector("header")?.getBoundingClientRect().bottom ?? 0;
      own.style.top = `${Math.max(0, head)}px`;
    };
    under();
    // The field that was tapped must not lie under it.
    document.activeElement?.scrollIntoView({ block: "nearest" });
    document.addEventListener("scroll", under, { passive: true, capture: true });
    return () => {
      document.removeEventListener("scroll", under, { capture: true });
      own.style.top = "";
    };
  }, [lifted]);
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: a press that turns the view must leave the field its focus
    <div
      ref={box}
      data-lifted={lifted}
      className={lifted ? LIFTED : "absolute inset-0"}
      onMouseDown={lifted ? (event) => event.preventDefault() : undefined}
    >
      {children}
    </div>
  );
}

/** Whether the field with the focus is on the screen; scrolled away from, it needs no drawing. */
function useFieldInSight(asked: boolean): boolean {
  const [inSight, setInSight] = useState(true);
  useEffect(() => {
    if (!asked || !document.activeElement) return;
    const watcher = new IntersectionObserver((seen) =>
      setInSight(seen.at(-1)?.isIntersecting ?? true),
    );
    watcher.observe(document.activeElement);
    return () => {
      watcher.disconnect();
      setInSight(true);
    };
  }, [asked]);
  return inSight;
}
