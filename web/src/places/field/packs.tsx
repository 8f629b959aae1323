/** Every pack: its resistance over its life, how often it flew, put away or taken up again. */
import { X } from "lucide-react";
import { useState } from "react";
import { asProblem } from "@/api/client";
import { type Pack, type PackLife, usePackAct, usePackLife, usePackMeasure } from "@/api/packs";
import { dayOf } from "@/parts/dates";
import { readNumber, shown } from "@/parts/numbers";
import { ProblemNote } from "@/parts/problem-note";

export function Packs({ packs }: { packs: Pack[] }) {
  if (packs.length === 0) {
    return <p>A pack is named before the flight it is flown on: by what is written on it.</p>;
  }
  return (
    <ul className="space-y-5">
      {packs.map((each) => (
        <OnePack key={each.id} pack={each} />
      ))}
    </ul>
  );
}

function OnePack({ pack }: { pack: Pack }) {
  const life = usePackLife(pack.id);
  const act = usePackAct();
  const worn = life.data?.word === "worn" || life.data?.word === "tired";
  return (
    <li>
      <h3 className="flex flex-wrap items-baseline justify-between gap-2 border-b-2 border-ink font-semibold">
        <span className={pack.put_away ? "text-faint line-through" : ""}>{pack.name}</span>
        <span className="text-sm font-normal">
          <span className="figure">{pack.flown}</span> flights
        </span>
      </h3>
      {life.data && (
        <>
          <p className={`mt-1 ${worn ? "font-semibold text-workable" : ""}`}>{life.data.text}</p>
          {life.data.measures.length > 1 && <Course measures={life.data.measures} />}
          <Measures pack={pack.id} measures={life.data.measures} />
        </>
      )}
      <div className="mt-1 flex gap-3 text-sm">
        <button
          type="button"
          className="underline"
          onClick={() => act.mutate({ do: "change", id: pack.id, put_away: !pack.put_away })}
        >
          {pack.put_away ? "Take it up again" : "Put it away"}
        </button>
        {pack.flown === 0 && (
          <button
            type="button"
            className="underline"
            onClick={() => act.mutate({ do: "drop", id: pack.id })}
          >
            Take it out of the list
          </button>
        )}
      </div>
      {act.isError && <ProblemNote problem={asProblem(act.error)} />}
    </li>
  );
}

type Measures = PackLife["measures"];
const WIDE = 320;
const HIGH = 64;

/** Resistance over time, from nothing up. */
function Course({ measures }: { measures: Measures }) {
  const days = measures.map((each) => Date.parse(each.day));
  const first = Math.min(...days);
  const span = Math.max(...days) - first || 1;
  const most = Math.max(...measures.map((each) => each.mohm));
  const at = (each: Measures[number]) =>
    [
      4 + ((Date.parse(each.day) - first) / span) * (WIDE - 8),
      HIGH - 2 - (each.mohm / most) * (HIGH - 8),
    ] as const;
  return (
    <svg
      viewBox={`0 0 ${WIDE} ${HIGH}`}
      className="mt-1 w-full text-ink"
      role="img"
      aria-label={`Resistance from ${shown(measures[0]?.mohm ?? 0, 1)} to ${shown(measures.at(-1)?.mohm ?? 0, 1)} milliohm`}
    >
      <path d={`M0 ${HIGH - 1}H${WIDE}`} className="stroke-rule" />
      <polyline
        points={measures.map((each) => at(each).join(",")).join(" ")}
        className="fill-none stroke-mint"
        strokeWidth="2"
      />
      {measures.map((each) => {
        const [x, y] = at(each);
        return <circle key={each.id} cx={x} cy={y} r="3" className="fill-mint" />;
      })}
    </svg>
  );
}

const today = () => new Date().toISOString().slice(0, 10);

function Measures({ pack, measures }: { pack: string; measures: Measures }) {
  const act = usePackMeasure(pack);
  const [typed, setTyped] = useState("");
  const [by, setBy] = useState<"log" | "meter">("meter");
  const mohm = readNumber(typed);
  const keep = async () => {
    if (mohm === null) return;
    const made = await act.mutateAsync({ day: today(), mohm, by }).catch(() => null);
    if (made) setTyped("");
  };
  return (
    <>
      <form
        className="mt-1 flex flex-wrap items-end gap-1.5 text-sm"
        onSubmit={(event) => {
          event.preventDefault();
          void keep();
        }}
      >
        <label>
          Resistance today, mΩ
          <input
            inputMode="decimal"
            className="field mt-0.5 block w-28"
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
          />
        </label>
        <label>
          by
          <select
            className="field mt-0.5 block"
            value={by}
            onChange={(event) => setBy(event.target.value === "log" ? "log" : "meter")}
          >
            <option value="meter">meter</option>
            <option value="log">flight log</option>
          </select>
        </label>
        <button type="submit" className="key" disabled={mohm === null}>
          Keep it
        </button>
      </form>
      {act.isError && <ProblemNote problem={asProblem(act.error)} />}
      {measures.length > 0 && (
        <details className="text-sm">
          <summary>
            <span className="figure">{measures.length}</span> measurements
          </summary>
          <ul>
            {measures.map((each) => (
              <li key={each.id} className="flex items-center justify-between border-b border-rule">
                <span>
                  {dayOf(each.day)}, by {each.by === "log" ? "flight log" : "meter"}
                </span>
                <span className="figure flex items-center gap-2">
                  {shown(each.mohm, 1)} mΩ
                  <button
                    type="button"
                    className="key min-h-8 min-w-8 px-1"
                    aria-label={`Take away ${shown(each.mohm, 1)} milliohm of ${dayOf(each.day)}`}
                    onClick={() => act.mutate({ drop: each.id })}
                  >
                    <X aria-hidden size={14} />
                  </button>
                </span>
              </li>
            ))}
          </ul>
        </details>
      )}
    </>
  );
}
