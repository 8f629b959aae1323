/** Bench: the slip and the step at hand, the levers and the drawing that show what to look for. */
import { useQueryClient } from "@tanstack/react-query";
import { ChevronDown, CircleAlert, CircleCheck } from "lucide-react";
import { useEffect, useState, useSyncExternalStore } from "react";
import { useParams, useSearchParams } from "react-router";
import { type Bench, type StepName, useBench, useHand } from "@/api/bench";
import { asProblem, type Draft, type ModeName } from "@/api/client";
import { useDraft, useEditor } from "@/api/draft";
import { AuditKey } from "@/parts/audit/audit-key";
import { BenchView } from "@/parts/bench-view/bench-view";
import { Dock } from "@/parts/levers/dock";
import { typing, useLeverKeys } from "@/parts/levers/keys";
import { moveLevers } from "@/parts/levers/levers";
import { useLive, type View } from "@/parts/levers/live";
import { PlaceLinks } from "@/parts/place-links";
import { ProblemNote } from "@/parts/problem-note";
import { MODE_NAMES } from "@/parts/settings/setting";
import { TopBar } from "@/parts/top-bar";
import { UndoKeys } from "@/parts/undo-keys";
import { StateMark } from "@/parts/verdict";
import { Entry } from "./entry";
import { RunBar } from "./run-bar";
import { Slip } from "./slip";
import { StepAtHand } from "./step-at-hand";

export function BenchPlace() {
  const { id = "" } = useParams();
  const [search] = useSearchParams();
  const draft = useDraft(id);
  const step = search.get("step");
  const bench = useBench(id, step);
  usePinned(id, step, bench.isPlaceholderData ? undefined : bench.data);
  if (draft.data && bench.data) return <OpenBench key={id} draft={draft.data} bench={bench.data} />;
  const error = draft.error ?? bench.error;
  return (
    <>
      <TopBar />
      <main className="p-6">
        {error ? <ProblemNote problem={asProblem(error)} /> : <p>Opening the bench…</p>}
      </main>
    </>
  );
}

/** Without a step in the address the next to do is open, and stays so while it is worked on. */
function usePinned(id: string, step: string | null, bench: Bench | undefined) {
  const [, setSearch] = useSearchParams();
  const queries = useQueryClient();
  useEffect(() => {
    if (step !== null || !bench) return;
    const next = bench.advice.step;
    queries.setQueryData(["bench", id, next], bench);
    // What else stands in the address, an open audit, stays.
    setSearch((now) => new URLSearchParams([...now, ["step", next]]), { replace: true });
  }, [id, step, bench, queries, setSearch]);
}

function OpenBench({ draft, bench }: { draft: Draft; bench: Bench }) {
  const hand = useHand(draft.id);
  const editor = useEditor(draft.id);
  const [, setSearch] = useSearchParams();
  const [view, setView] = useState<View>({ azimuth: 180, exaggerate: 1 });
  const live = useLive(draft.id, draft.version, view);
  const [key, setKey] = useState<string | null>(null);
  const { advice, mode } = bench;
  const ask =
    advice.asks.find((each) => each.key === key) ??
    advice.asks.find((each) => each.key === advice.next_key) ??
    null;
  const open = (step: StepName | null) => {
    setKey(null);
    hand.forget();
    setSearch(step ? { step } : {});
  };
  useLeverKeys();
  useStepKeys(bench, open);

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
  const wide = useWide();
  const roles = setup.airframe.swash.balls.map((ball) => ball.role);
  const entry = (
    <Entry
      bench={bench}
      hand={hand}
      roles={roles}
      ask={ask}
      done={() => setKey(null)}
      onStep={open}
    />
  );
  const modes = (Object.keys(MODE_NAMES) as ModeName[]).filter((name) =>
    Boolean(setup.transmitter?.modes?.[name]),
  );
  return (
    <div className="flex min-h-dvh flex-col xl:h-dvh">
      <TopBar title={setup.name} beside={<PlaceLinks id={draft.id} here="bench" />}>
        <AuditKey id={draft.id} editor={editor} setup={draft.document} />
        <UndoKeys draft={draft} editor={editor} />
        <FitMark bench={bench} />
      </TopBar>
      <RunBar bench={bench} step={advice.step} hand={hand} onTable={() => open(null)} />
      {bench.simulated && (
        <p className="border-b border-rule bg-wash px-4 py-1 text-sm">
          <strong>Simulated model on the table.</strong>{" "}
          <span className="sm:hidden">Practice only.</span>
          <span className="hidden sm:inline">
            Its readings are practice: they never count for the real {setup.name}, and its draft is
            kept apart.
          </span>
        </p>
      )}
      <main className="grid min-h-0 flex-1 md:grid-cols-[17rem_1fr] xl:grid-cols-[17.5rem_1fr_23rem]">
        <nav
          aria-label="Steps"
          className="hidden min-h-0 overflow-y-auto border-rule md:row-span-2 md:block md:border-r xl:row-span-1"
        >
          <Slip bench={bench} open={advice.step} onOpen={open} />
        </nav>
        <PhoneSlip bench={bench} open={advice.step} onOpen={open} />
        <section
          aria-label="Step at hand"
          // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls must be reached by keys
          tabIndex={0}
          className="min-h-0 overflow-y-auto px-3 py-3 md:px-5"
        >
          <StepAtHand
            bench={bench}
            hand={hand}
            entry={wide ? null : entry}
            ask={ask}
            onAsk={setKey}
            onStep={open}
          />
        </section>
        <div className="grid min-h-96 border-t border-rule xl:min-h-0 xl:grid-rows-[auto_1fr] xl:overflow-y-auto xl:border-t-0 xl:border-l">
          {wide && (
            <section aria-label="Reading" className="border-b border-rule p-3">
              {entry}
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
      <Dock modes={modes} folds />
    </div>
  );
}

const WIDE = matchMedia("(min-width: 80rem)");

/** Whether the page is wide enough for a side of its own beside the step. */
function useWide(): boolean {
  return useSyncExternalStore(
    (changed) => {
      WIDE.addEventListener("change", changed);
      return () => WIDE.removeEventListener("change", changed);
    },
    () => WIDE.matches,
  );
}

/** L goes on to the next step to do; J and K walk the slip. */
function useStepKeys(bench: Bench, open: (step: StepName) => void) {
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey) return;
      const field = (event.target as HTMLElement | null)?.dataset?.ask;
      if (typing(event) && !field) return;
      const at = bench.slip.findIndex((line) => line.name === bench.advice.step);
      const to = {
        l: bench.next_step ?? undefined,
        j: bench.slip[at + 1]?.name,
        k: bench.slip[at - 1]?.name,
      }[event.key];
      if (!to) return;
      event.preventDefault();
      open(to);
    };
    addEventListener("keydown", press);
    return () => removeEventListener("keydown", press);
  }, [bench, open]);
}

function PhoneSlip({
  bench,
  open,
  onOpen,
}: {
  bench: Bench;
  open: StepName;
  onOpen: (s: StepName) => void;
}) {
  const [shown, setShown] = useState(false);
  const line = bench.slip.find((each) => each.name === open);
  const done = bench.slip.filter((each) => ["good", "workable"].includes(each.state)).length;
  return (
    <div className="border-b border-rule md:hidden">
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
        />
      )}
    </div>
  );
}

function FitMark({ bench }: { bench: Bench }) {
  const { fit, withheld } = bench.fitness;
  if (fit) {
    return (
      <p className="flex items-center gap-1.5 font-semibold text-in">
        <CircleCheck aria-hidden size={19} />
        {bench.simulated ? "Every step done, in practice" : "Fit to fly"}
      </p>
    );
  }
  return (
    <details className="relative">
      <summary className="key list-none text-sm">
        <CircleAlert aria-hidden size={17} className="text-workable" />
        <span className="hidden sm:inline">Not called fit to fly</span>
        <span className="sm:hidden">Not fit</span>
      </summary>
      <div className="absolute right-0 z-30 mt-1 w-80 border-2 border-ink bg-sheet p-3 text-sm">
        <p className="font-semibold">Withheld because of</p>
        <ul className="mt-1 list-inside list-disc">
          {withheld.map((reason) => (
            <li key={reason}>{reason}</li>
          ))}
        </ul>
      </div>
    </details>
  );
}
