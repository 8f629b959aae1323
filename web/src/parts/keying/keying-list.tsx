/** The keying list: device by device, old → new, ticked off one by one or all at once. */
import { useState } from "react";
import { asProblem, type Draft, type Problem } from "@/api/client";
import { type KeyingLine, TICK, TICK_BACK, useKeying } from "@/api/keying";
import { useLine, useLineState } from "@/api/line";
import { ProblemNote } from "@/parts/problem-note";
import { type Device, DeviceSign } from "@/parts/settings/devices";
import { unitWords } from "@/parts/settings/setting";

export function KeyingList({ draft }: { draft: Draft }) {
  const keying = useKeying(draft.id, draft.version);
  const line = useLine();
  const { waiting } = useLineState(draft.id);
  const [problem, setProblem] = useState<Problem | null>(null);
  if (keying.isError) return <ProblemNote problem={asProblem(keying.error)} />;
  if (!keying.data) return <p>Looking at it…</p>;
  const { practice, lines, ticked } = keying.data;
  if (practice) return <p>Practice: nothing is keyed into any device.</p>;
  // What was ticked here goes off the list at once, whenever the answer comes.
  const gone = new Set(
    waiting.filter((each) => each.call === TICK).flatMap((each) => each.args.paths as string[]),
  );
  const open = lines.filter((each) => !each.paths.every((path) => gone.has(path)));
  const devices = [...new Set(open.map((each) => each.device))];
  const send = async (call: string, args: Record<string, unknown>) =>
    setProblem(await line.send(draft.id, call, args));
  const tick = (of: KeyingLine[]) => void send(TICK, { paths: of.flatMap((each) => each.paths) });
  return (
    <>
      {open.length === 0 ? (
        <p>Every device holds what is written down here, by your own word.</p>
      ) : (
        <p className="text-sm text-faint">
          Each differs from what you last said its device holds. With one of them open the
          helicopter is not what is shown here, and is not called fit.
        </p>
      )}
      {problem && <ProblemNote problem={problem} />}
      {devices.map((device) => (
        <OneDevice
          key={device}
          device={device}
          lines={open.filter((each) => each.device === device)}
          onTick={tick}
        />
      ))}
      {ticked !== null && (
        <button
          type="button"
          className="mt-3 text-sm underline"
          onClick={() => void send(TICK_BACK, { sequence: ticked })}
        >
          Take the last tick back
        </button>
      )}
    </>
  );
}

type DeviceProps = {
  device: Device;
  lines: KeyingLine[];
  onTick: (lines: KeyingLine[]) => void;
};

function OneDevice({ device, lines, onTick }: DeviceProps) {
  return (
    <section aria-label={device} className="mt-4">
      <h3 className="flex flex-wrap items-center justify-between gap-2 border-b-2 border-ink pb-1 font-semibold">
        <span className="flex items-center gap-1.5 first-letter:uppercase">
          <DeviceSign device={device} />
          {device} <span className="figure font-normal text-faint">{lines.length}</span>
        </span>
        <button type="button" className="key" onClick={() => onTick(lines)}>
          It holds all of these
        </button>
      </h3>
      <ul>
        {lines.map((each) => (
          <li key={each.paths[0]} className="border-b border-rule">
            <button
              type="button"
              className="flex min-h-11 w-full items-center gap-3 py-1 text-left hover:bg-wash"
              onClick={() => onTick([each])}
            >
              <span aria-hidden className="size-5 shrink-0 border-2 border-edge" />
              <span className="sr-only">Keyed in:</span>
              <Words line={each} />
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Words({ line }: { line: KeyingLine }) {
  const own = line.shown_after !== "";
  const before = own && line.shown_before ? line.shown_before : line.before;
  return (
    <span className="grid flex-1 items-baseline gap-x-3 sm:grid-cols-[1fr_auto]">
      <span>
        {own ? line.called : line.name}
        {own && (
          <span className="block text-sm text-faint">
            {line.menu && `${line.menu}: `}
            {line.name}
          </span>
        )}
      </span>
      <span className="figure sm:text-right">
        <span className="text-sm text-faint">{before} →</span>{" "}
        <b>
          {own ? line.shown_after : line.after} {unitWords(own ? line.shown_unit : line.unit)}
        </b>
      </span>
    </span>
  );
}
