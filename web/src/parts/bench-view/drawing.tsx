/** The drawing alone: a canvas that fills what it stands in, fetched when it is seen. */
import { useEffect, useRef, useState } from "react";
import type { Setup } from "@/api/client";
import { useTheme } from "@/look/theme";
import { idle, runWhenIdle } from "@/parts/idle-task";
import { DrawingFrame, type Source } from "./drawing-frame";
import { whatDraws } from "./graphics";
import type { BenchScene } from "./scene";

type Props = {
  setup: Setup;
  source: Source;
  /** Told of the scene once it is there, for who turns it. */
  onScene?: (scene: BenchScene) => void;
  /** Told when nothing can draw here. */
  onFailed?: () => void;
};

declare global {
  interface Window {
    /** The drawing, where the browser benchmark counts its frames. */
    mintLeverBench?: BenchScene;
  }
}

/** Call it once when an element is in sight and the page is idle: what is asked comes first. */
function whenSeen(element: Element, what: () => void): () => void {
  let leave = () => {};
  const watcher = new IntersectionObserver((seen) => {
    if (!seen.some((each) => each.isIntersecting)) return;
    watcher.disconnect();
    leave = runWhenIdle(what);
  });
  watcher.observe(element);
  return () => {
    watcher.disconnect();
    leave();
  };
}

function useScene(setup: Setup, source: Source) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [scene, setScene] = useState<BenchScene | null>(null);
  const [failed, setFailed] = useState(false);
  const theme = useTheme();

  useEffect(() => {
    let made: BenchScene | null = null;
    let gone = false;
    // In short pieces, between which a slow processor can answer the hand.
    const open = async () => {
      try {
        const draws = whatDraws();
        if (!draws) return setFailed(true);
        await idle();
        const { BenchScene } = await import("./scene");
        await idle();
        if (gone || !canvas.current) return;
        // Without a graphics card, to smooth every edge would cost the hand its answer.
        made = new BenchScene(canvas.current, draws === "processor");
        await idle();
        if (gone) return;
        window.mintLeverBench = made;
        setScene(made);
      } catch {
        setFailed(true);
      }
    };
    const leave = canvas.current ? whenSeen(canvas.current, () => void open()) : () => {};
    return () => {
      gone = true;
      leave();
      made?.dispose();
      delete window.mintLeverBench;
    };
  }, []);

  useEffect(() => {
    if (!scene || !canvas.current?.parentElement) return;
    const box = canvas.current.parentElement;
    const measure = () => scene.resize(box.clientWidth, box.clientHeight);
    const watcher = new ResizeObserver(measure);
    watcher.observe(box);
    measure();
    return () => watcher.disconnect();
  }, [scene]);

  useEffect(() => scene?.build(setup), [scene, setup]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the page's colours change with the theme
  useEffect(() => scene?.repaint(), [scene, theme]);
  useEffect(() => {
    if (!scene) return;
    const show = () => source.frame && scene.show(source.frame.scene);
    show();
    return source.subscribe(show);
  }, [scene, source]);
  return { canvas, scene, failed };
}

export function Drawing({ setup, source, onScene, onFailed }: Props) {
  const { canvas, scene, failed } = useScene(setup, source);
  useEffect(() => {
    if (scene) onScene?.(scene);
  }, [scene, onScene]);
  useEffect(() => {
    if (failed) onFailed?.();
  }, [failed, onFailed]);
  return (
    <DrawingFrame source={source}>
      <canvas
        ref={canvas}
        role="img"
        aria-label="Swash, horns, links, head and blades as the levers hold them. The figures beside it say the same."
        className="absolute inset-0 size-full"
      />
      {failed && (
        <p className="p-4 text-sm">
          This browser cannot draw in 3D here. Every figure beside this place is still live.
        </p>
      )}
    </DrawingFrame>
  );
}
