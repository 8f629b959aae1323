/** The hover that was flown: it calibrates what theory says, and both stay to be seen. */

import { useState } from "react";
import type { Problem } from "@/api/client";
import type { Editor } from "@/api/draft";
import type { HeadSpeeds, ModeSpeed } from "@/api/head-speed";
import { dayOf } from "@/parts/dates";
import { shown } from "@/parts/numbers";
import { ProblemNote } from "@/parts/problem-note";
import { NumberField } from "@/parts/settings/number-field";
import { freeNumber, MODE_NAMES } from "@/parts/settings/setting";

type Props = { open: ModeSpeed; calibration: HeadSpeeds["calibration"]; editor: Editor };

const today = () => new Date().toISOString().slice(0, 10);

export function HoverCalibration({ open, calibration, editor }: Props) {
  const [problem, setProblem] = useState<Problem | null>(null);
  const { hover, factor, why } = calibration;
  const keep = async (stick_pct: number | null) => {
    const mode = stick_pct === null ? null : open.mode;
    const refused = await editor.hoverFlown({ mode, stick_pct, day: today() });
    setProblem(refused);
    return refused ? refused.title : null;
  };
  return (
    <section aria-label="Hover as it was flown">
      <h3 className="border-b-2 border-ink pb-0.5 font-semibold">Hover as it was flown</h3>
      {hover ? (
        <p className="mt-1 text-sm">
          {dayOf(hover.date)}, {MODE_NAMES[hover.mode]} at{" "}
          <span className="figure">{shown(hover.rpm, 0)} rpm</span>: stick{" "}
          <b className="figure">{shown(hover.stick_pct, 0)} %</b>, which gave{" "}
          <b className="figure">{shown(hover.pitch_deg, 1)}°</b>.{" "}
          {factor === null ? (
            <b className="text-workable">Not used: {why}.</b>
          ) : (
            <>
              Theory is multiplied with <b className="figure">{shown(factor, 2)}</b> in every mode.
            </>
          )}
        </p>
      ) : (
        <p className="mt-1 text-sm text-faint">
          Theory reads low. Hover in still air, look where the stick stands, and write it down: it
          then counts in every mode, with the paper figure beside it.
        </p>
      )}
      <div className="mt-2 flex flex-wrap items-end gap-3">
        <div className="w-44">
          <NumberField
            setting={freeNumber(
              `flown.${open.mode}`,
              `Stick in ${MODE_NAMES[open.mode]}'s hover`,
              "%",
            )}
            value={null}
            save={keep}
          />
        </div>
        {hover && (
          <button type="button" className="key" onClick={() => void keep(null)}>
            Take it away
          </button>
        )}
      </div>
      {problem && <ProblemNote problem={problem} />}
    </section>
  );
}
