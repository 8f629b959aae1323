/** One curve open: drawn large, its points in a table, what can be done to it. */
import { useEffect, useMemo, useRef, useState } from "react";
import type { Draft, ModeName, Problem, Setup } from "@/api/client";
import type { Editor } from "@/api/draft";
import { type Curve, type Drawn, drawCurve, type Which } from "@/api/modes";
import { useNarrow } from "@/look/width";
import { Follower } from "@/parts/levers/follower";
import { useLever } from "@/parts/levers/levers";
import { signed } from "@/parts/numbers";
import { ProblemNote } from "@/parts/problem-note";
import { MODE_NAMES } from "@/parts/settings/setting";
import { CurveChart } from "./curve-chart";
import { CurveTools } from "./curve-tools";
import { HoversAt, OnPaper } from "./hover";
import { PointTable } from "./point-table";
import { slopeAt } from "./samples";

type Props = {
  draft: Draft;
  curve: Curve;
  mode: ModeName;
  which: Which;
  others: ModeName[];
  editor: Editor;
  /** What stands below the tools. */
  children?: React.ReactNode;
};

export function CurveEditor(props: Props) {
  const { draft, curve, mode, which, others, editor, children } = props;
  const own = ownOf(draft.document, mode, which);
  const { shownCurve, move } = useDrawing({ draft, curve, mode, which, editor, ...own });
  const last = curve.points.length - 1;
  // The point worked on last, by its own handle or in the table.
  const [touched, setTouched] = useState(1);
  const chosen = Math.min(touched, last);
  const [problem, setProblem] = useState<Problem | null>(null);
  const onPoint = async (index: number, way: "put in after" | "take out") =>
    setProblem(await editor.onePoint(mode, which, index, way));
  const at = useLever("mode");
  const narrow = useNarrow();
  const name = `${MODE_NAMES[mode]}, ${which} curve`;
  return (
    <section
      aria-label={name}
      onFocusCapture={(event) => {
        const point = event.target.closest("[data-point]")?.getAttribute("data-point");
        if (point) setTouched(Number(point));
      }}
      className="grid gap-x-5 gap-y-3 md:grid-cols-[1fr_17.5rem] xl:grid-cols-[1fr_17.5rem_18rem]"
    >
      <div className="min-w-0 md:col-span-2 xl:col-span-1">
        <div className="flex flex-wrap items-baseline justify-between gap-x-4">
          <h2 className="text-lg font-semibold">{name}</h2>
          {which === "pitch" && (
            <p className="text-sm">
              <HoversAt hover={shownCurve.hover} />
              <SlopeHere curve={shownCurve} />
            </p>
          )}
        </div>
        {which === "pitch" && <OnPaper hover={shownCurve.hover} />}
        <CurveChart
          curve={shownCurve}
          label={`${which === "pitch" ? "Pitch" : "Throttle"}`}
          degrees={which === "pitch"}
          live={at === mode}
          wide={narrow ? 350 : 560}
          high={narrow ? 230 : 165}
          onMove={move}
          onPoint={onPoint}
        />
        {problem && <ProblemNote problem={problem} />}
      </div>
      <PointTable
        curve={shownCurve}
        mode={mode}
        which={which}
        free={own.at !== undefined}
        chosen={chosen}
        onPoint={onPoint}
        editor={editor}
      />
      <div className="grid content-start gap-4">
        <CurveTools
          id={draft.id}
          version={draft.version}
          curve={curve}
          mode={mode}
          which={which}
          line={own.line}
          free={own.at !== undefined}
          others={others}
          editor={editor}
        />
        {children}
      </div>
    </section>
  );
}

function SlopeHere({ curve }: { curve: Curve }) {
  const lever = useLever("collective");
  const slope = slopeAt(curve, lever);
  if (slope === undefined) return null;
  return (
    <>
      {" · "}
      <b className="figure">{signed(slope, 2)}°</b> per percent at the lever
    </>
  );
}

function ownOf(setup: Setup, mode: ModeName, which: Which) {
  const found = setup.transmitter?.modes?.[mode];
  const line =
    (which === "pitch" ? found?.pitch_curve_shape : found?.throttle_curve_shape) ?? "straight";
  const at = (which === "pitch" ? found?.pitch_curve_at : found?.throttle_curve_at) ?? undefined;
  return { line, at };
}

type Drawing = Omit<Props, "others" | "children"> & {
  line: "straight" | "smooth";
  at: number[] | undefined;
};

/** A curve under the hand: drawn as the server works it out, kept when the point is let go. */
function useDrawing({ draft, curve, mode, which, editor, line, at }: Drawing) {
  const [held, setHeld] = useState<Curve | null>(null);
  const follower = useMemo(
    () =>
      new Follower<Drawn, Curve>(
        (body, signal) => drawCurve(draft.id, body, signal),
        (worked) => setHeld((now) => now && { ...worked, points: now.points }),
        () => {},
      ),
    [draft.id],
  );
  useEffect(() => () => follower.stop(), [follower]);
  // What the server has now replaces what was under the hand, once nothing is on its way: an answer
  // to an earlier key press must not undo a later one on the screen.
  const keeping = useRef(0);
  // biome-ignore lint/correctness/useExhaustiveDependencies: runs when another curve is shown
  useEffect(() => {
    if (keeping.current === 0) setHeld(null);
  }, [curve, mode, which]);

  const move = (index: number, percent: number, done: boolean) => {
    const from = held ?? curve;
    const points = from.points.map((value, i) => (i === index ? percent : value));
    if (!done) {
      setHeld({ ...from, points });
      follower.follow({ version: draft.version, mode, which, points, at, shape: line });
      return;
    }
    if (percent === curve.points[index]) {
      setHeld(null);
      return;
    }
    setHeld({ ...from, points });
    const path = `transmitter.modes.${mode}.${which}_curve.${index}`;
    keeping.current += 1;
    void editor.edit([{ path, value: percent }]).then((refused) => {
      keeping.current -= 1;
      if (refused) setHeld(null);
    });
  };
  return { shownCurve: held ?? curve, move };
}
