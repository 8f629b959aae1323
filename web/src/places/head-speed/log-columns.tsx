/** What each column of a log is: guessed, shown, put right once and remembered for its kind. */
import { useId, useState } from "react";
import { asProblem } from "@/api/client";
import { type Channel, type FlightLog, type Said, useLogAct } from "@/api/logs";
import { shown } from "@/parts/numbers";
import { ProblemNote } from "@/parts/problem-note";
import { CHANNELS } from "./channel-words";

const NAMES = Object.keys(CHANNELS) as Channel[];

export function LogColumns({ id, log }: { id: string; log: FlightLog }) {
  const act = useLogAct(id);
  const [said, setSaid] = useState<Record<string, Said>>(log.mapping);
  const put = (channel: Channel, to: Said | null) => {
    const next = { ...said };
    if (to) next[channel] = to;
    else delete next[channel];
    setSaid(next);
  };
  return (
    <details>
      <summary className="py-1 font-semibold">What its columns are</summary>
      <p className="text-sm text-faint">
        Guessed from names and figures: look whether it is so. Kept for every log with this header.
      </p>
      <div className="mt-2 grid gap-2 sm:grid-cols-2 xl:grid-cols-3">
        {NAMES.map((channel) => (
          <Mapped
            key={channel}
            channel={channel}
            log={log}
            said={said[channel] ?? null}
            onSay={(to) => put(channel, to)}
          />
        ))}
      </div>
      {act.isError && <ProblemNote problem={asProblem(act.error)} />}
      <button
        type="button"
        className="key key-main mt-3"
        disabled={act.isPending}
        onClick={() => act.mutate({ do: "map", log: log.id, channels: said })}
      >
        Read it like this
      </button>
    </details>
  );
}

type MappedProps = {
  channel: Channel;
  log: FlightLog;
  said: Said | null;
  onSay: (said: Said | null) => void;
};

function Mapped({ channel, log, said, onSay }: MappedProps) {
  const id = useId();
  const units = log.units[channel] ?? [];
  const column = log.columns.find((each) => each.name === said?.column);
  return (
    <div className="min-w-0">
      <label htmlFor={id} className="block text-sm leading-tight">
        {CHANNELS[channel].name}
      </label>
      <div className="mt-0.5 flex gap-1">
        <select
          id={id}
          className="field min-w-0 flex-1"
          value={said?.column ?? ""}
          onChange={(event) =>
            onSay(
              event.target.value
                ? { column: event.target.value, unit: said?.unit ?? units[0] ?? "" }
                : null,
            )
          }
        >
          <option value="">not recorded</option>
          {log.columns.map((each) => (
            <option key={each.name} value={each.name}>
              {each.name}
            </option>
          ))}
        </select>
        {said && units.length > 1 && (
          <select
            aria-label={`Unit of ${CHANNELS[channel].name.toLowerCase()}`}
            className="field max-w-32"
            value={said.unit}
            onChange={(event) => onSay({ ...said, unit: event.target.value })}
          >
            {units.map((unit) => (
              <option key={unit}>{unit}</option>
            ))}
          </select>
        )}
      </div>
      {column && column.sample.length > 0 && (
        <p className="figure mt-0.5 truncate text-sm text-faint">
          {column.sample.map((each) => shown(each, 2)).join("  ")} {said?.unit}
        </p>
      )}
    </div>
  );
}
