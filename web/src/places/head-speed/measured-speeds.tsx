/** After the spool-up outside: each mode's speed as it was measured, and the percent to ask for. */
import { useState } from "react";
import type { Problem } from "@/api/client";
import type { Editor } from "@/api/draft";
import type { HeadSpeeds, MeasuredBy } from "@/api/head-speed";
import { readNumber, shown } from "@/parts/numbers";
import { ProblemNote } from "@/parts/problem-note";
import { MODE_NAMES } from "@/parts/settings/setting";
import { WordMark } from "@/parts/verdict";

type Props = { found: HeadSpeeds; editor: Editor };
type Row = HeadSpeeds["measured"][number];

const MEANS: [MeasuredBy, string][] = [
  ["tachometer", "tachometer"],
  ["optical", "optical reader"],
  ["logger", "logger, own sensor"],
  ["governor", "the governor itself"],
];

const today = () => new Date().toISOString().slice(0, 10);

export function MeasuredSpeeds({ found, editor }: Props) {
  const [problem, setProblem] = useState<Problem | null>(null);
  const line = found.percent_line;
  const keep = async (row: Row, changed: Partial<Pick<Row, "rpm" | "percent" | "by">>) => {
    const { mode, rpm, percent, by } = { ...row, ...changed };
    setProblem(await editor.speedMeasured({ mode, rpm, percent, by, day: today() }));
  };
  return (
    <section aria-label="Measured after the spool-up">
      <h3 className="border-b-2 border-ink pb-0.5 font-semibold">Measured after the spool-up</h3>
      <p className="mt-1 text-sm text-faint">
        Outside, blades tight, nobody near, the maker's procedure; only a setup that is fit. Steady,
        collective at zero. A governor shows what it was told to hold: only what counts the turns of
        the head itself tells. A governor that takes a percent: type that too, two speeds make its
        line.
      </p>
      <table className="mt-1 w-full text-sm [&_td]:py-0.5 [&_td]:text-right [&_th]:py-0.5">
        <thead>
          <tr className="border-b border-rule text-faint [&_th]:font-normal">
            <th scope="col" className="text-left">
              mode
            </th>
            <th scope="col" className="text-right">
              asked
            </th>
            <th scope="col" className="text-right">
              measured
            </th>
            <th scope="col" className="pl-2 text-left">
              by
            </th>
            <th scope="col" className="text-right">
              with
            </th>
            <th scope="col" />
          </tr>
        </thead>
        <tbody>
          {found.measured.map((row) => (
            <tr key={row.mode} className="border-b border-rule">
              <th scope="row" className="text-left font-normal">
                {MODE_NAMES[row.mode]}
              </th>
              <td className="figure">{shown(row.asked_rpm, 0)}</td>
              <td>
                <Figure
                  label={`${MODE_NAMES[row.mode]}, measured rpm`}
                  value={row.rpm}
                  onKeep={(rpm) => keep(row, { rpm })}
                />
              </td>
              <td className="pl-2 !text-left">
                <select
                  aria-label={`${MODE_NAMES[row.mode]}, measured by`}
                  className="field w-32"
                  disabled={row.rpm === null}
                  value={row.by ?? ""}
                  onChange={(event) => keep(row, { by: event.target.value as MeasuredBy })}
                >
                  {row.by === null && <option value="">by what?</option>}
                  {MEANS.map(([value, words]) => (
                    <option key={value} value={value}>
                      {words}
                    </option>
                  ))}
                </select>
              </td>
              <td>
                <Figure
                  label={`${MODE_NAMES[row.mode]}, percent asked`}
                  value={row.percent}
                  off={row.rpm === null}
                  onKeep={(percent) => keep(row, { percent })}
                />
              </td>
              <td className="pl-2">{row.word && <WordMark word={row.word} />}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {found.measured
        .filter((row) => row.says && row.word !== "in")
        .map((row) => (
          <p key={row.mode} className="mt-1 text-sm">
            {MODE_NAMES[row.mode]}: {row.says}
          </p>
        ))}
      {line && (
        <p className="mt-1 text-sm">
          {line.provisional ? (
            <b className="text-workable">One point only, provisional: </b>
          ) : (
            `${shown(line.slope_rpm, 1)} rpm for each percent, ${shown(line.base_rpm, 0)} at none: `
          )}
          {found.measured
            .filter((row) => row.wanted_percent !== null)
            .map((row) => `${MODE_NAMES[row.mode]} ${shown(row.wanted_percent, 1)} %`)
            .join(", ")}{" "}
          would ask for what is wanted.
        </p>
      )}
      {problem && <ProblemNote problem={problem} />}
    </section>
  );
}

type FigureProps = {
  label: string;
  value: number | null;
  off?: boolean;
  onKeep: (value: number | null) => void;
};

/** Kept when it is left or Enter is pressed; emptied, it goes. */
function Figure({ label, value, off, onKeep }: FigureProps) {
  const kept = value === null ? "" : String(value);
  const [typed, setTyped] = useState<string | null>(null);
  const commit = () => {
    if (typed === null || typed.trim() === kept) return;
    const number = typed.trim() === "" ? null : readNumber(typed);
    if (typed.trim() === "" || number !== null) onKeep(number);
    setTyped(null);
  };
  return (
    <input
      aria-label={label}
      className="field figure w-20 text-right"
      inputMode="decimal"
      disabled={off}
      value={typed ?? kept}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={commit}
      onKeyDown={(event) => {
        if (event.key === "Enter") commit();
        else if (event.key === "Escape") setTyped(null);
      }}
    />
  );
}
