/** A transmitter as a game controller: whether it is there, and how its axes are learned. */
import { Gamepad2 } from "lucide-react";
import { useState, useSyncExternalStore } from "react";
import type { FunctionName } from "@/api/client";
import { Dialog } from "@/parts/dialog";
import { type AxisUse, type Calibration, controllerNow, hand, moved } from "./controller";

const NAMES: FunctionName[] = ["collective", "aileron", "elevator", "rudder"];
const HIGH: Record<FunctionName, string> = {
  collective: "full up",
  aileron: "full right",
  elevator: "full forward",
  rudder: "full right",
};
const LOW: Record<FunctionName, string> = {
  collective: "full down",
  aileron: "full left",
  elevator: "full back",
  rudder: "full left",
};

function useController() {
  return useSyncExternalStore(hand.subscribe, () => hand.seen?.id ?? null);
}

export function ControllerKey() {
  const id = useController();
  const [open, setOpen] = useState(false);
  const assigned = Object.keys(hand.calibration).length > 0;
  return (
    <>
      <button
        type="button"
        className="key min-h-8 px-1.5 text-sm md:px-2"
        aria-label={id ? "Controller, plugged in" : "Controller, none plugged in"}
        title="Levers from a transmitter plugged in as a game controller"
        onClick={() => setOpen(true)}
      >
        <Gamepad2 aria-hidden size={17} className={id && assigned ? "text-mint" : ""} />
        <span aria-live="polite" className="sr-only">
          {id ? "A controller is plugged in." : ""}
        </span>
      </button>
      <Dialog open={open} onOpenChange={setOpen} title="Levers from a controller">
        <Learn id={id} />
      </Dialog>
    </>
  );
}

type Stage = { of: FunctionName; at: "centre" | "high" | "low"; centre: number[]; high: number[] };

function Learn({ id }: { id: string | null }) {
  const [stage, setStage] = useState<Stage | null>(null);
  const [said, setSaid] = useState("");
  const [kept, setKept] = useState<Calibration>(hand.calibration);
  const keep = (next: Calibration) => {
    hand.use(next);
    setKept(next);
  };

  if (!id) {
    return (
      <p className="max-w-prose">
        No controller is plugged in, or the browser has not been told of it yet. Switch the
        transmitter on, plug it in as a game controller, then move a stick. The levers stay where
        they are until then.
      </p>
    );
  }

  const take = () => {
    const now = controllerNow();
    if (!stage || !now) return;
    if (stage.at === "centre") {
      setStage({ ...stage, at: "high", centre: [...now.axes] });
    } else if (stage.at === "high") {
      if (moved(stage.centre, now.axes) === null) {
        setSaid("Nothing moved far enough. Hold the stick at its end, then take it again.");
        return;
      }
      setStage({ ...stage, at: "low", high: [...now.axes] });
    } else {
      const axis = moved(stage.centre, stage.high);
      const use = axis === null ? null : learned(axis, stage, now.axes);
      if (!use) {
        setSaid("Its other end was not reached: hold the stick there, then take it again.");
        return;
      }
      keep({ ...kept, [stage.of]: use });
      setStage(null);
    }
    setSaid("");
  };

  return (
    <div className="grid gap-3">
      <p className="text-sm text-faint">{id}</p>
      <ul className="grid gap-1.5">
        {NAMES.map((name) => {
          const use = kept[name];
          return (
            <li key={name} className="flex items-center gap-2">
              <span className="w-24 first-letter:uppercase">{name}</span>
              <span className="figure flex-1 text-sm text-faint">
                {use ? `axis ${use.axis + 1}` : "not assigned"}
              </span>
              <button
                type="button"
                className="key min-h-8 text-sm"
                onClick={() => {
                  setSaid("");
                  setStage({ of: name, at: "centre", centre: [], high: [] });
                }}
              >
                Learn {name}
              </button>
              {use && (
                <button
                  type="button"
                  className="key min-h-8 px-2 text-sm"
                  aria-label={`Turn ${name} round`}
                  title="Turn it round"
                  onClick={() =>
                    keep({ ...kept, [name]: { ...use, low: use.high, high: use.low } })
                  }
                >
                  ⇄
                </button>
              )}
            </li>
          );
        })}
      </ul>
      {stage && (
        <div className="border-l-4 border-mint pl-3" role="status">
          <p className="font-semibold">
            {stage.at === "centre"
              ? "Let all sticks rest in the middle."
              : `Hold ${stage.of} ${stage.at === "high" ? HIGH[stage.of] : LOW[stage.of]}.`}
          </p>
          {said && <p className="text-sm text-out">{said}</p>}
          <button type="button" className="key key-main mt-1" onClick={take}>
            Take it
          </button>
        </div>
      )}
    </div>
  );
}

/** What was learned of an axis; null where its two ends lie on one side of its middle. */
function learned(axis: number, stage: Stage, low: readonly number[]): AxisUse | null {
  const centre = stage.centre[axis] ?? 0;
  const high = stage.high[axis] ?? 0;
  const end = low[axis] ?? 0;
  if ((high - centre) * (end - centre) >= 0 || Math.abs(end - centre) < 0.2) return null;
  return { axis, low: end, centre, high };
}
