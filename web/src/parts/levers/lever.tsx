/** One lever as a slider: drag, click, arrow keys; Shift or Page keys move by ten. */
import { Slider } from "radix-ui";
import type { FunctionName } from "@/api/client";
import { signed } from "@/parts/numbers";
import { moveLevers, useLever } from "./levers";

type Props = { function: FunctionName; upright?: boolean; className?: string };

export function Lever({ function: f, upright, className = "" }: Props) {
  const position = useLever(f);
  return (
    <Slider.Root
      className={`relative flex touch-none select-none items-center justify-center ${upright ? "flex-col" : ""} ${className}`}
      orientation={upright ? "vertical" : "horizontal"}
      min={-100}
      max={100}
      step={1}
      value={[position]}
      onValueChange={([to]) => to !== undefined && moveLevers({ [f]: to })}
    >
      <Slider.Track
        className={`relative border border-edge bg-sheet ${upright ? "w-2.5 flex-1" : "h-2.5 flex-1"}`}
      >
        <span
          aria-hidden
          className={`absolute bg-edge ${upright ? "-left-1.5 top-1/2 h-px w-5" : "-top-1.5 left-1/2 h-5 w-px"}`}
        />
      </Slider.Track>
      <Slider.Thumb
        aria-label={f[0]?.toUpperCase() + f.slice(1)}
        aria-valuetext={`${signed(position, 0)} percent`}
        className={`block rounded-sm border-2 border-sheet bg-mint shadow-[0_0_0_1.5px_var(--mint)] ${upright ? "h-4.5 w-8" : "h-7 w-4.5"}`}
      />
    </Slider.Root>
  );
}
