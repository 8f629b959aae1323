/** The bench view: the drawing, how to turn it, which azimuth blade A stands at. */
import { ArrowDown, ArrowLeft, ArrowRight, ArrowUp, LocateFixed } from "lucide-react";
import { Slider, ToggleGroup } from "radix-ui";
import { useCallback, useState } from "react";
import type { Setup } from "@/api/client";
import { Drawing } from "./drawing";
import type { Source } from "./drawing-frame";
import type { BenchScene } from "./scene";

type Props = {
  setup: Setup;
  source: Source;
  azimuth: number;
  exaggerate: number;
  onAzimuth: (azimuth: number) => void;
  onExaggerate: (times: number) => void;
  /** Beside something that matters more: no slider, and less height at least. */
  compact?: boolean;
};

const PLACES = [
  { azimuth: 0, label: "nose" },
  { azimuth: 90, label: "right" },
  { azimuth: 180, label: "tail" },
  { azimuth: 270, label: "left" },
];

export function BenchView(props: Props) {
  const [scene, setScene] = useState<BenchScene | null>(null);
  const [failed, setFailed] = useState(false);
  const fail = useCallback(() => setFailed(true), []);
  const turn = (label: string, icon: React.ReactNode, go: () => void) => (
    <button type="button" className="key min-h-8 min-w-8 p-1" aria-label={label} onClick={go}>
      {icon}
    </button>
  );
  return (
    <section aria-label="Bench view" className="flex min-h-0 flex-col">
      <div className={`relative flex-1 overflow-hidden ${props.compact ? "min-h-40" : "min-h-60"}`}>
        <Drawing setup={props.setup} source={props.source} onScene={setScene} onFailed={fail} />
        <div className="absolute top-2 right-2 grid grid-cols-3 gap-1" hidden={failed}>
          <span />
          {turn("See from higher", <ArrowUp aria-hidden size={16} />, () => scene?.orbit(0, 10))}
          <span />
          {turn("Turn view left", <ArrowLeft aria-hidden size={16} />, () => scene?.orbit(15, 0))}
          {turn("Usual view", <LocateFixed aria-hidden size={16} />, () => scene?.usual())}
          {turn("Turn view right", <ArrowRight aria-hidden size={16} />, () =>
            scene?.orbit(-15, 0),
          )}
          <span />
          {turn("See from lower", <ArrowDown aria-hidden size={16} />, () => scene?.orbit(0, -10))}
          <span />
        </div>
        {props.exaggerate > 1 && (
          <p className="absolute bottom-1 left-2 text-sm font-semibold text-workable">
            movement drawn {props.exaggerate} times as large
          </p>
        )}
      </div>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1 border-t border-rule px-3 py-1.5">
        {props.compact ? (
          <span className="text-sm">Blade A at</span>
        ) : (
          <div className="flex min-w-52 flex-1 items-center gap-2 text-sm">
            <span aria-hidden className="size-3 border border-ink bg-mint" />
            <span id="azimuth-label" className="whitespace-nowrap">
              Blade A at <span className="figure">{props.azimuth}°</span>
            </span>
            <Slider.Root
              className="relative flex h-8 flex-1 touch-none items-center"
              min={0}
              max={355}
              step={5}
              value={[props.azimuth]}
              onValueChange={([azimuth]) => azimuth !== undefined && props.onAzimuth(azimuth)}
            >
              <Slider.Track className="relative h-1 flex-1 bg-rule">
                <Slider.Range className="absolute h-full bg-mint" />
              </Slider.Track>
              <Slider.Thumb
                aria-labelledby="azimuth-label"
                className="block size-5 rounded-full border-2 border-sheet bg-mint"
              />
            </Slider.Root>
          </div>
        )}
        <div className="flex gap-1">
          {PLACES.map((place) => (
            <button
              key={place.label}
              type="button"
              className="key min-h-8 px-2 text-sm aria-pressed:border-mint aria-pressed:bg-wash"
              aria-pressed={props.azimuth === place.azimuth}
              onClick={() => props.onAzimuth(place.azimuth)}
            >
              {place.label}
            </button>
          ))}
        </div>
        <ToggleGroup.Root
          type="single"
          aria-label="Draw movement larger"
          className="flex"
          value={String(props.exaggerate)}
          onValueChange={(times) => times && props.onExaggerate(Number(times))}
        >
          {[1, 2, 3].map((times) => (
            <ToggleGroup.Item
              key={times}
              value={String(times)}
              aria-label={times === 1 ? "true size" : `${times} times`}
              className="key figure -ml-px min-h-8 rounded-none px-2 text-sm data-[state=on]:border-mint data-[state=on]:bg-wash"
            >
              ×{times}
            </ToggleGroup.Item>
          ))}
        </ToggleGroup.Root>
      </div>
    </section>
  );
}
