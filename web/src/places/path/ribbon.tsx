/** The ribbon: the chain from stick to blade with the live value at every stage. */
import { useEffect, useRef } from "react";
import type { Setup } from "@/api/client";
import { runWhenIdle } from "@/parts/idle-task";
import { type Live, useFrame } from "@/parts/levers/live";
import { DeviceSign } from "@/parts/settings/devices";
import { type Followed, type Stage, type StageName, stagesOf } from "@/parts/settings/stages";

type Props = {
  live: Live;
  function: Followed;
  arrangement: Setup["arrangement"];
  open: StageName;
  onOpen: (stage: StageName) => void;
};

/** Stages with a figure for every servo need room for four. */
const WIDE = new Set<StageName>(["servos", "horns"]);

export function Ribbon({ live, function: f, arrangement, open, onOpen }: Props) {
  const stages = stagesOf(f, arrangement);
  const ribbon = useRef<HTMLElement>(null);
  // A narrow screen shows a part of the ribbon: the part with the open stage.
  useEffect(
    () =>
      runWhenIdle(() => {
        const at = ribbon.current?.querySelector(`[data-stage=${open}]`)?.parentElement;
        if (!ribbon.current || !at) return;
        ribbon.current.scrollTo({
          left: at.offsetLeft - (ribbon.current.clientWidth - at.clientWidth) / 2,
        });
      }),
    [open],
  );
  return (
    <nav
      ref={ribbon}
      aria-label="From stick to blade"
      className="moving shrink-0 overflow-x-auto border-b-2 border-ink bg-sheet"
    >
      <ol className="flex min-w-max px-2 md:px-4">
        {stages.map((stage, i) => {
          const first = stages[i - 1]?.device !== stage.device;
          return (
            <li
              key={stage.name}
              className={`flex flex-col ${WIDE.has(stage.name) ? "min-w-40 flex-[1.7]" : "min-w-20 flex-1"}`}
            >
              <span
                className={`flex h-5 items-center gap-1 border-rule pl-2 text-xs text-faint ${first ? "border-l" : ""}`}
              >
                {first && (
                  <>
                    <DeviceSign device={stage.device} />
                    {stage.device}
                  </>
                )}
              </span>
              <button
                type="button"
                aria-expanded={open === stage.name}
                aria-controls="stage"
                data-stage={stage.name}
                onClick={() => onOpen(stage.name)}
                className="group relative flex flex-1 flex-col items-start px-2 pb-2 text-left hover:bg-wash aria-expanded:bg-wash"
              >
                <span aria-hidden className="relative mb-1 h-3 w-full">
                  <span className="absolute top-1/2 -right-2 -left-2 h-0.5 -translate-y-1/2 bg-mint" />
                  <span className="absolute top-0 left-0 size-3 rounded-full border-2 border-mint bg-sheet group-aria-expanded:bg-mint" />
                </span>
                <span className="text-sm leading-tight group-aria-expanded:font-semibold">
                  {stage.label(f)}
                </span>
                <StageValue live={live} stage={stage} function={f} />
              </button>
            </li>
          );
        })}
      </ol>
    </nav>
  );
}

/** The one part of a stage that changes with every frame. */
function StageValue({
  live,
  stage,
  function: f,
}: Pick<Props, "live" | "function"> & { stage: Stage }) {
  const frame = useFrame(live);
  const size = WIDE.has(stage.name) ? "text-base leading-[1.55] tracking-tighter" : "text-lg";
  return (
    <span className={`figure leading-snug whitespace-nowrap ${size}`} data-value={stage.name}>
      {frame ? stage.value(frame, f) : "–"}
      <span className="ml-0.5 text-xs text-faint">{stage.unit}</span>
    </span>
  );
}
