/** The dock: the pilot's own levers, in reach on every place that shows behaviour. */
import { ToggleGroup } from "radix-ui";
import { useEffect, useState } from "react";
import type { FunctionName, ModeName } from "@/api/client";
import { useAtLeast } from "@/look/width";
import { signed } from "@/parts/numbers";
import { MODE_NAMES } from "@/parts/settings/setting";
import { hand } from "./controller";
import { ControllerKey } from "./controller-key";
import { CyclicPad } from "./cyclic-pad";
import { Lever } from "./lever";
import { centreLevers, moveLevers, useLever } from "./levers";
import { type RateSets, RateSwitches } from "./rate-switches";

function Reading({ function: f, short }: { function: FunctionName; short: string }) {
  const position = useLever(f);
  return (
    <span className="block text-xs text-faint">
      {short}{" "}
      <span className="figure block text-sm whitespace-nowrap text-ink md:inline">
        {signed(position, 0)} %
      </span>
    </span>
  );
}

type Props = {
  modes: ModeName[];
  /** Rates on switches, whose switches then stand beside the modes. */
  rateSets?: RateSets;
  /** On a phone, behind one key until asked for. */
  folds?: boolean;
  /** Where nothing is done with the levers just now they fold to a line, at every width. */
  needed?: boolean;
  /** The figure to keep in sight where the readings are further down the page. */
  children?: React.ReactNode;
};

export function Dock({ modes, rateSets = [], folds = false, needed = true, children }: Props) {
  const [unfolded, setUnfolded] = useState(false);
  const beside = useAtLeast("md");
  const mode = useLever("mode");
  // A controller moves the levers also while they are folded away.
  useEffect(() => hand.start(), []);
  // The switch may stand where this helicopter has no mode: another one's, or one just left out.
  useEffect(() => {
    if (modes[0] && !modes.includes(mode)) moveLevers({ mode: modes[0] });
  }, [modes, mode]);
  return (
    <section
      aria-label="Levers"
      className="moving sticky bottom-0 z-20 border-t-2 border-ink bg-paper px-3 pt-2 pb-1 md:px-4"
    >
      {folds && (
        <button
          type="button"
          aria-expanded={unfolded}
          className={`key mb-1 w-full ${needed ? "md:hidden" : "min-h-8"}`}
          onClick={() => setUnfolded(!unfolded)}
        >
          {unfolded ? "Fold the levers away" : "Levers"}
        </button>
      )}
      {(!folds || unfolded || (needed && beside)) && (
        <div className="mx-auto flex max-w-7xl flex-wrap items-stretch gap-x-3 gap-y-2 md:gap-x-6">
          <ModeKeys mode={mode} modes={modes} rateSets={rateSets} />
          <div className="grid grid-cols-[auto_2.5rem] grid-rows-[auto_2.25rem] md:grid-cols-[auto_2.75rem]">
            <div className="size-22 md:size-26">
              <CyclicPad />
            </div>
            <Lever function="elevator" upright className="ml-2 h-full w-8 md:w-9" />
            <Lever function="aileron" className="mt-1 h-8 w-full" />
            <span />
          </div>
          <div className="hidden flex-col justify-center gap-2 md:flex">
            <Reading function="aileron" short="aileron" />
            <Reading function="elevator" short="elevator" />
          </div>
          <div className="flex gap-2 border-l border-rule pl-3 md:pl-6">
            <Lever function="collective" upright className="h-full w-9" />
            <div className="flex w-14 flex-col justify-between py-1 md:w-auto">
              <span className="text-xs text-faint">up</span>
              <Reading function="collective" short="coll." />
              <span className="text-xs text-faint">down</span>
            </div>
          </div>
          <div className="flex min-w-20 flex-1 flex-col justify-between gap-1 border-l border-rule pl-3 md:flex-row md:items-center md:gap-6 md:pl-6">
            <div className="md:order-last xl:hidden">{children}</div>
            <div className="md:w-44">
              <Reading function="rudder" short="rudder" />
              <Lever function="rudder" className="h-9 w-full" />
              <div className="hidden justify-between text-xs text-faint md:flex">
                <span>left</span>
                <span>right</span>
              </div>
            </div>
          </div>
        </div>
      )}
    </section>
  );
}

type ModeKeysProps = { mode: ModeName; modes: ModeName[]; rateSets: RateSets };

/** A row of its own above the levers; beside them where there is room. */
function ModeKeys({ mode, modes, rateSets }: ModeKeysProps) {
  return (
    <div className="flex basis-full flex-wrap items-center gap-1.5 xl:order-last xl:basis-auto xl:flex-col xl:items-start xl:justify-center xl:gap-2 xl:border-l xl:border-rule xl:pl-6">
      <ToggleGroup.Root
        type="single"
        aria-label="Flight mode"
        className="flex gap-1"
        value={mode}
        onValueChange={(to) => to && moveLevers({ mode: to as ModeName })}
      >
        {modes.map((name) => (
          <ToggleGroup.Item
            key={name}
            value={name}
            className="key min-h-8 px-1.5 text-sm data-[state=on]:border-mint data-[state=on]:bg-mint data-[state=on]:text-on-mint md:min-h-9 md:px-3 md:text-base"
          >
            {MODE_NAMES[name]}
          </ToggleGroup.Item>
        ))}
      </ToggleGroup.Root>
      {rateSets.length > 0 && <RateSwitches sets={rateSets} />}
      <div className="ml-auto flex items-center gap-3 xl:ml-0">
        <button
          type="button"
          className="key min-h-8 px-1.5 text-sm md:px-2"
          onClick={centreLevers}
          aria-label="Centre levers"
        >
          Centre
        </button>
        <ControllerKey />
        <span className="hidden text-sm text-faint xl:inline">
          keys: E D S F cyclic · R V collective · W T rudder · C centre · Shift is fine
        </span>
      </div>
    </div>
  );
}
