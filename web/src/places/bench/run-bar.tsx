/** The run: its clock, power-ups, what was touched, which model is on the table, fitness. */
import { Hand, Maximize, Pause, Play, Zap } from "lucide-react";
import { useEffect, useState } from "react";
import type { Bench, BenchHand, StepName } from "@/api/bench";
import { Dialog } from "@/parts/dialog";

type Props = {
  bench: Bench;
  step: StepName;
  hand: BenchHand;
  /** Another model is on the table: its own next step comes up. */
  onTable: () => void;
  /** Shown large, to be read from afar. */
  onLarge: () => void;
};

export function RunBar({ bench, step, hand, onTable, onLarge }: Props) {
  const [touching, setTouching] = useState(false);
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1.5 border-y border-rule px-3 py-1.5 md:px-4">
      <Clock bench={bench} />
      <button
        type="button"
        className="key min-h-8 max-sm:ml-auto sm:order-last"
        aria-label="Large view"
        onClick={onLarge}
      >
        <Maximize aria-hidden size={17} />
      </button>
      <div className="flex flex-wrap gap-1.5">
        {!bench.started && (
          <button type="button" className="key key-main" onClick={() => hand.note(step, "start")}>
            <Play aria-hidden size={17} /> Start the run
          </button>
        )}
        {bench.started && bench.running && (
          <>
            <button type="button" className="key" onClick={() => hand.note(step, "pause")}>
              <Pause aria-hidden size={17} /> Pause
            </button>
            <button type="button" className="key" onClick={() => hand.note(step, "power")}>
              <Zap aria-hidden size={17} />
              <span className="sm:hidden">Powered up</span>
              <span className="hidden sm:inline">Powered up again</span>
            </button>
          </>
        )}
        {bench.started && !bench.running && (
          <>
            <button type="button" className="key key-main" onClick={() => hand.note(step, "power")}>
              <Zap aria-hidden size={17} /> Resume, powered up again
            </button>
            <button type="button" className="key" onClick={() => hand.note(step, "resume")}>
              <Play aria-hidden size={17} /> Resume as I left it
            </button>
          </>
        )}
        <button type="button" className="key" onClick={() => setTouching(true)}>
          <Hand aria-hidden size={17} />
          <span className="sm:hidden">Touched…</span>
          <span className="hidden sm:inline">What did you touch?</span>
        </button>
      </div>
      <div className="ml-auto flex flex-wrap items-center gap-x-4 gap-y-1">
        <Table bench={bench} hand={hand} onTable={onTable} />
      </div>
      <Dialog open={touching} onOpenChange={setTouching} title="What did you touch?">
        <p className="text-sm">
          What rests on it is stale from then on; the slip shows which steps, and why.
        </p>
        <ul className="mt-2 grid gap-1.5">
          {bench.worked_on.map((what) => (
            <li key={what}>
              <button
                type="button"
                className="key min-h-11 w-full justify-start text-left whitespace-normal first-letter:uppercase"
                onClick={async () => {
                  await hand.touched(step, what);
                  setTouching(false);
                }}
              >
                {what[0]?.toUpperCase() + what.slice(1)}
              </button>
            </li>
          ))}
        </ul>
      </Dialog>
    </div>
  );
}

function Clock({ bench }: { bench: Bench }) {
  const [now, setNow] = useState(() => Date.now());
  const [seen, setSeen] = useState({ at: Date.now(), bench });
  if (seen.bench !== bench) setSeen({ at: Date.now(), bench });
  useEffect(() => {
    if (!bench.running) return;
    const tick = setInterval(() => setNow(Date.now()), 1000);
    return () => clearInterval(tick);
  }, [bench.running]);
  const more = bench.running ? Math.max(0, (now - seen.at) / 1000) : 0;
  const seconds = Math.floor(bench.elapsed_s + more);
  const parts = [Math.floor(seconds / 3600), Math.floor(seconds / 60) % 60, seconds % 60];
  return (
    <p className="text-sm text-faint">
      <span className="figure text-lg text-ink" role="timer">
        {parts.map((part, i) => (i === 0 ? String(part) : String(part).padStart(2, "0"))).join(":")}
      </span>{" "}
      at the bench{bench.started && !bench.running && ", paused"}
    </p>
  );
}

function Table({ bench, hand, onTable }: Omit<Props, "step" | "onLarge">) {
  const on = async (simulated: boolean) => {
    if (simulated !== bench.simulated && !(await hand.table(simulated))) onTable();
  };
  return (
    <div className="flex flex-wrap items-center gap-2">
      <fieldset className="flex items-center">
        <legend className="sr-only">Model on the table</legend>
        {[false, true].map((simulated) => (
          <button
            key={String(simulated)}
            type="button"
            aria-pressed={bench.simulated === simulated}
            className="key -ml-px rounded-none text-sm aria-pressed:border-mint aria-pressed:bg-wash"
            onClick={() => on(simulated)}
          >
            {simulated ? "Simulated model" : "Real model"}
          </button>
        ))}
      </fieldset>
      {bench.simulated && (
        <button
          type="button"
          className="key text-sm"
          onClick={async () => (await hand.freshModel()) ?? onTable()}
        >
          Another one
        </button>
      )}
    </div>
  );
}
