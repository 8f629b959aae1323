/** One helicopter in the hangar's list. */
import {
  CircleCheck,
  CircleDashed,
  ClipboardCheck,
  Copy,
  Download,
  EllipsisVertical,
  Package,
  Trash2,
} from "lucide-react";
import { useState } from "react";
import { Link } from "react-router";
import type { Standing } from "@/api/bench";
import { useCatalogue, wordsOf } from "@/api/catalogue";
import { asProblem, type Summary } from "@/api/client";
import { exportAddress, useRemoveHelicopter, wholeAddress } from "@/api/fleet";
import { Dialog } from "@/parts/dialog";
import { Menu, MenuItem } from "@/parts/menu";
import { shown, signed } from "@/parts/numbers";
import { ProblemNote } from "@/parts/problem-note";
import { addressOf } from "@/places";
import { CopyHelicopter } from "./copy-helicopter";

function Reach({ label, children }: { label: string; children: React.ReactNode }) {
  return (
    <div>
      <dt className="text-sm text-faint">{label}</dt>
      <dd className="figure text-2xl leading-tight whitespace-nowrap">{children}</dd>
    </div>
  );
}

/** Fit to fly by the real model's readings alone, or what keeps it from being called so. */
function Fitness({ standing }: { standing: Standing }) {
  const { fit, revision, done, steps, stale, next, practised, withheld } = standing;
  const { practice_done: practice, to_save: toSave, to_key_in: toKeyIn } = standing;
  if (fit) {
    return (
      <p className="mt-0.5 flex items-center gap-1.5 font-semibold text-in">
        <CircleCheck aria-hidden size={16} className="shrink-0" /> revision {revision} is fit to
        fly: all {steps} steps done
      </p>
    );
  }
  return (
    <p className="mt-0.5 flex items-start gap-1.5 text-faint">
      <CircleDashed aria-hidden size={16} className="mt-0.5 shrink-0" />
      <span>
        not called fit to fly: <span className="figure">{done}</span> of{" "}
        <span className="figure">{steps}</span> steps done
        {stale.length > 0 && (
          <span className="text-workable">, stale: {stale.join(", ").toLowerCase()}</span>
        )}
        {next && <>; next: {next.toLowerCase()}</>}
        {toSave && <>; save it as a revision first</>}
        {toKeyIn > 0 && (
          <>
            ; <span className="figure">{toKeyIn}</span> to key in
          </>
        )}
        {!next && !toSave && withheld.length > 0 && <>; {withheld[0]}</>}
        {practised && (
          <>
            . On the simulated model, which does not count:{" "}
            <span className="figure">{practice}</span> of <span className="figure">{steps}</span>
          </>
        )}
      </span>
    </p>
  );
}

type Props = {
  helicopter: Summary;
  standing: Standing | undefined;
  /** The server is being asked how the fleet stands: nothing is called fit on what was. */
  asking: boolean;
};

export function HelicopterRow({ helicopter: h, standing, asking }: Props) {
  const [removing, setRemoving] = useState(false);
  const remove = useRemoveHelicopter();
  const [copying, setCopying] = useState(false);
  const { rows, arrangements } = useCatalogue();
  const { reach } = h;
  const saved = h.revision === null ? "no revision yet" : `revision ${h.revision}`;
  return (
    <li className="relative grid items-center gap-x-6 gap-y-2 border-b border-rule py-4 pr-12 hover:bg-sheet md:grid-cols-[1.3fr_1fr_1fr] lg:grid-cols-[1.3fr_0.9fr_0.8fr_1fr]">
      <div>
        <h2 className="text-2xl font-semibold">
          <Link
            to={addressOf("bench", h.id)}
            className="after:absolute after:inset-0 hover:text-mint"
          >
            {h.name}
          </Link>
        </h2>
        <p className="text-sm">
          {wordsOf(rows, "airframe.swash.layout")[h.layout]} · {h.blades} blades ·{" "}
          {h.rotation === "clockwise" ? "clockwise" : "counter-clockwise"}
        </p>
        <p className="text-sm text-faint">{arrangements[h.arrangement]}</p>
      </div>
      <dl className="contents">
        <Reach label="collective">
          {signed(reach.collective_low_deg)}° … {signed(reach.collective_high_deg)}°
        </Reach>
        <Reach label="cyclic, aileron / elevator">
          {shown(reach.aileron_deg)}° / {shown(reach.elevator_deg)}°
        </Reach>
      </dl>
      <div className="text-sm">
        <p className="font-semibold">
          {h.unsaved && h.revision !== null ? (
            <span className="text-workable">▲ draft changed since {saved}</span>
          ) : (
            saved
          )}
        </p>
        {standing && !(standing.fit && asking) && <Fitness standing={standing} />}
      </div>
      <div className="absolute top-4 right-1 z-10">
        <Menu label={`More for ${h.name}`} icon={<EllipsisVertical aria-hidden size={18} />}>
          <MenuItem asChild>
            <Link to={addressOf("bench", h.id, "?audit=open")}>
              <ClipboardCheck aria-hidden size={17} /> Audit
            </Link>
          </MenuItem>
          <MenuItem asChild>
            <a href={exportAddress(h.id)} download>
              <Download aria-hidden size={17} /> Export setup file
            </a>
          </MenuItem>
          <MenuItem asChild>
            <a href={wholeAddress(h.id)} download>
              <Package aria-hidden size={17} /> Everything of it, one file
            </a>
          </MenuItem>
          <MenuItem onSelect={() => setCopying(true)}>
            <Copy aria-hidden size={17} /> Copy…
          </MenuItem>
          <MenuItem onSelect={() => setRemoving(true)}>
            <Trash2 aria-hidden size={17} /> Remove…
          </MenuItem>
        </Menu>
      </div>
      <Dialog open={copying} onOpenChange={setCopying} title={`Copy ${h.name}`}>
        <CopyHelicopter id={h.id} done={() => setCopying(false)} />
      </Dialog>
      <Dialog open={removing} onOpenChange={setRemoving} title={`Remove ${h.name}?`}>
        <p>
          The draft and {h.revision === null ? "its history" : `all ${h.revision} revisions`} go
          with it, for good. Export the setup file first if you may want it back.
        </p>
        {remove.isError && <ProblemNote problem={asProblem(remove.error)} />}
        <div className="mt-4 flex gap-2">
          <button type="button" className="key flex-1" onClick={() => setRemoving(false)}>
            Keep it
          </button>
          <button
            type="button"
            className="key flex-1 border-out text-out"
            onClick={() => remove.mutate(h.id)}
          >
            Remove for good
          </button>
        </div>
      </Dialog>
    </li>
  );
}
