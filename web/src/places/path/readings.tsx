/** What changes with every frame, kept apart from what doesn't, so that drawing keeps pace. */
import type { Draft } from "@/api/client";
import { type Live, useFrame, useLiveProblem } from "@/parts/levers/live";
import { signed } from "@/parts/numbers";
import { ProblemNote } from "@/parts/problem-note";
import { type Followed, stickOf } from "@/parts/settings/stages";
import { BladeReadout } from "./blade-readout";
import { ResponseChart } from "./response-chart";
import { ServoBars } from "./servo-bars";
import { TailReadout } from "./tail-readout";

type Props = { draft: Draft; live: Live; function: Followed; azimuth: number };

export function Readings({ draft, live, function: f, azimuth }: Props) {
  const frame = useFrame(live);
  if (!frame) return <p>Computing…</p>;
  return (
    <>
      {f === "rudder" ? (
        <TailReadout tail={frame.tail} warnings={frame.warnings} />
      ) : (
        <>
          <BladeReadout frame={frame} />
          <ServoBars frame={frame} />
        </>
      )}
      <ResponseChart
        id={draft.id}
        version={draft.version}
        function={stickOf(f)}
        azimuth={azimuth}
        frame={frame}
      />
    </>
  );
}

/** The blade's pitch alone, to stay in sight while the page is scrolled. */
export function PitchNow({ live }: { live: Live }) {
  const frame = useFrame(live);
  return (
    <p className="leading-none" aria-hidden>
      <span className="text-xs text-faint">blade A </span>
      <span className="figure block text-2xl md:text-4xl">{signed(frame?.blade.pitch_deg)}°</span>
    </p>
  );
}

export function LiveProblem({ live }: { live: Live }) {
  const problem = useLiveProblem(live);
  if (!problem) return null;
  return (
    <div className="px-4 py-2">
      <ProblemNote problem={problem} />
    </div>
  );
}
