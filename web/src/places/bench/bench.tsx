/** Bench: the slip and the step at hand, the levers and the drawing that show what to look for. */
import { useQueryClient } from "@tanstack/react-query";
import { ChevronDown } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import { type Bench, type StepName, useBench, useHand } from "@/api/bench";
import { asProblem, type Draft, type ModeName } from "@/api/client";
import { useAtLeast } from "@/look/width";
import { BenchView } from "@/parts/bench-view/bench-view";
import { useCurrentHelicopter } from "@/parts/current-helicopter";
import { Dialog } from "@/parts/dialog";
import { runWhenIdle } from "@/parts/idle-task";
import { Legend } from "@/parts/legend";
import { Dock } from "@/parts/levers/dock";
import { moveLevers } from "@/parts/levers/levers";
import { useLive, type View } from "@/parts/levers/live";
import { useOpenState } from "@/parts/open-state";
import { ProblemNote } from "@/parts/problem-note";
import { MODE_NAMES } from "@/parts/settings/setting";
import { useListedKeys, useShortcut } from "@/parts/shortcuts/registry";
import { useAwake } from "@/parts/use-awake";
import { StateMark } from "@/parts/verdict";
import { LargeView } from "./large-view";
import { OpenQuestion } from "./open-question";
import { RunBar } from "./run-bar";
import { SignOff } from "./sign-off";
import { Slip } from "./slip";
import { StepAtHand } from "./step-at-hand";

const READ_STEP = (search: URLSearchParams) => ({ step: search.get("step") ?? "" });

export function BenchPlace() {
  const { draft } = useCurrentHelicopter();
  const [{ step }, setOpen] = useOpenState(READ_STEP);
  const queries = useQueryClient();
  const bench = useBench(draft.id, step || null);
  const shown = bench.isPlaceholderData ? undefined : bench.data;
  // Without a step in the address the next to do is open, and stays so while it is worked on.
  const pinned = step === "" ? shown?.advice.step : undefined;
  useEffect(() => {
    if (pinned === undefined) return;
    queries.setQueryData(["bench", draft.id, pinned], shown);
    setOpen({ step: pinned });
  }, [pinned, shown, draft.id, queries, setOpen]);
  if (!bench.data) {
    return (
      <main className="p-6">
        {bench.error ? <ProblemNote problem={asProblem(bench.error)} /> : <p>Opening the bench…</p>}
      </main>
    );
  }
  return (
    <OpenBench
      draft={draft}
      bench={bench.data}
      // Until the step that was asked for is there, nothing goes to the one before.
      waiting={bench.isPlaceholderData && bench.data.advice.step !== step}
      open={(next) => setOpen({ step: next ?? "" })}
    />
  );
}

type Props = {
  draft: Draft;
  bench: Bench;
  waiting: boolean;
  open: (step: StepName | null) => void;
};

function OpenBench({ draft, bench, waiting, open: openStep }: Props) {
  const hand = useHand(draft.id);
  const [view, setView] = useState<View>({ azimuth: 180, exaggerate: 1 });
  const live = useLive(draft.id, draft.version, view);
  const [key, setKey] = useState<string | null>(null);
  const [over, setOver] = useState(false);
  const [large, setLarge] = useState(false);
  const [legend, setLegend] = useState(false);
  const reading = useRef<HTMLDivElement>(null);
  useAwake(bench.running);
  useShortcut({ keys: ["b"], says: "large, to be read from afar", run: () => setLarge(true) });
  useShortcut({ keys: ["m"], says: "what the marks mean", run: () => setLegend(true) });
  const { advice, mode } = bench;
  const ask =
    advice.asks.find((each) => each.key === key) ??
    advice.asks.find((each) => each.key === advice.next_key) ??
    null;
  const open = (step: StepName | null) => {
    setKey(null);
    hand.forget();
    openStep(step);
  };
  useStepKeys(bench, open, () => setOver(true));

  // The levers go where the question wants them, and the drawing shows the blade there.
  const [collective, aileron, elevator] = ask?.sticks ?? [];
  useEffect(() => moveLevers({ mode }), [mode]);
  const azimuth = ask?.azimuth ?? null;
  useEffect(() => {
    if (collective === undefined || aileron === undefined || elevator === undefined) return;
    moveLevers({ collective, aileron, elevator, rudder: 0, mode });
  }, [collective, aileron, elevator, mode]);
  useEffect(() => {
    if (azimuth !== null) setView((now) => ({ ...now, azimuth }));
  }, [azimuth]);

  const setup = draft.document;
  const wide = useAtLeast("xl");
  const beside = useAtLeast("md");
  // The next question comes into sight by itself where the page was moved past the last one.
  const asked = ask?.key;
  useEffect(() => {
    if (wide || asked === undefined) return;
    return runWhenIdle(() => {
      const top = reading.current?.getBoundingClientRect().top ?? 0;
      if (top < 0) reading.current?.scrollIntoView({ block: "start" });
    });
  }, [asked, wide]);
  const roles = setup.airframe.swash.balls.map((ball) => ball.role);
  const now = (
    <OpenQuestion
      helicopter={draft.id}
      bench={bench}
      hand={hand}
      roles={roles}
      ask={ask}
      done={() => setKey(null)}
      onStep={open}
      onOver={() => setOver(true)}
    />
  );
  const slip = {
    bench,
    open: advice.step,
    onOpen: open,
    onOver: () => setOver(true),
    onLegend: () => setLegend(true),
  };
  const modes = (Object.keys(MODE_NAMES) as ModeName[]).filter((name) =>
    Boolean(setup.transmitter?.modes?.[name]),
  );
  return (
    <>
      <RunBar
        bench={bench}
        step={advice.step}
        hand={hand}
        onTable={() => open(null)}
        onLarge={() => setLarge(true)}
      />
      <LargeView
        helicopter={draft.id}
        bench={bench}
        hand={hand}
        ask={ask}
        chosen={ask !== null && ask.key === key}
        open={large}
        onOpenChange={setLarge}
        onStep={open}
        onOver={() => {
          setLarge(false);
          setOver(true);
        }}
      />
      <Dialog open={legend} onOpenChange={setLegend} title="What the marks mean">
        <Legend />
      </Dialog>
      <SignOff bench={bench} open={over} onOpenChange={setOver} onStep={open} />
      <main className="grid min-h-0 flex-1 md:grid-cols-[17rem_1fr] xl:grid-cols-[17.5rem_1fr_23rem]">
        {beside ? (
          <nav
            aria-label="Steps"
            className="min-h-0 overflow-y-auto border-r border-rule md:row-span-2 xl:row-span-1"
          >
            <Slip {...slip} />
          </nav>
        ) : (
          <PhoneSlip {...slip} />
        )}
        <section
          aria-label="Step at hand"
          aria-busy={waiting}
          inert={waiting}
          // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls must be reached by keys
          tabIndex={0}
          className="min-h-0 overflow-y-auto px-3 py-3 md:px-5"
        >
          <StepAtHand
            helicopter={draft.id}
            bench={bench}
            hand={hand}
            now={wide ? null : <div ref={reading}>{now}</div>}
            ask={ask}
            onAsk={(to) => {
              setKey(to);
              // The question's field is further up the page where there is no side for it.
              reading.current?.scrollIntoView({ block: "start" });
            }}
            onStep={open}
          />
        </section>
        <div className="grid min-h-96 border-t border-rule xl:min-h-0 xl:grid-rows-[auto_1fr] xl:overflow-y-auto xl:border-t-0 xl:border-l">
          {wide && (
            <section aria-label="Reading" inert={waiting} className="border-b border-rule p-3">
              {now}
            </section>
          )}
          <BenchView
            compact
            setup={setup}
            source={live}
            azimuth={view.azimuth}
            exaggerate={view.exaggerate}
            onAzimuth={(to) => setView({ ...view, azimuth: to })}
            onExaggerate={(times) => setView({ ...view, exaggerate: times })}
          />
        </div>
      </main>
      <Dock modes={modes} folds needed={advice.uses_levers} />
    </>
  );
}

const ANSWERS = [
  { keys: "Y, N, 1 … 9", says: "answer the question" },
  { keys: "G", says: "read or look at the simulated model" },
];

/** L goes on to the next step to do, and after the last one signs off; J and K walk the slip. */
function useStepKeys(bench: Bench, open: (step: StepName) => void, over: () => void) {
  const at = bench.slip.findIndex((line) => line.name === bench.advice.step);
  const go = (to: StepName | null | undefined) => to && open(to);
  useListedKeys(ANSWERS);
  useShortcut({
    keys: ["l"],
    says: "on to the next step to do",
    inReadings: true,
    run: () => (bench.next_step ? open(bench.next_step) : over()),
  });
  useShortcut({
    keys: ["j"],
    says: "one step down the slip",
    inReadings: true,
    run: () => go(bench.slip[at + 1]?.name),
  });
  useShortcut({
    keys: ["k"],
    says: "one step up the slip",
    inReadings: true,
    run: () => go(bench.slip[at - 1]?.name),
  });
}

function PhoneSlip({ bench, open, onOpen, onOver, onLegend }: React.ComponentProps<typeof Slip>) {
  const [shown, setShown] = useState(false);
  const line = bench.slip.find((each) => each.name === open);
  const done = bench.slip.filter((each) => ["good", "workable"].includes(each.state)).length;
  return (
    <div className="border-b border-rule">
      <button
        type="button"
        aria-expanded={shown}
        className="flex w-full items-center justify-between px-3 py-2"
        onClick={() => setShown(!shown)}
      >
        <span>
          Slip: <span className="figure">{done}</span> of{" "}
          <span className="figure">{bench.slip.length}</span> done
        </span>
        <span className="flex items-center gap-2 text-sm">
          {line && <StateMark state={line.state} />}
          <ChevronDown aria-hidden size={18} className={shown ? "rotate-180" : ""} />
        </span>
      </button>
      {shown && (
        <Slip
          bench={bench}
          open={open}
          onOpen={(step) => {
            setShown(false);
            onOpen(step);
          }}
          onOver={onOver}
          onLegend={onLegend}
        />
      )}
    </div>
  );
}
