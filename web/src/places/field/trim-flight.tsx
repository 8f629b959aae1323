/** The trim flight as its own run: a mode that shows the lean, the trim, the unit's centre. */
import { useState } from "react";
import { asProblem, type ModeName } from "@/api/client";
import { type Field, type FieldHand, useTrim } from "@/api/field";
import { useHandProblem } from "@/api/hand";
import type { Here } from "@/parts/current-helicopter";
import { signed } from "@/parts/numbers";
import { ProblemNote } from "@/parts/problem-note";
import { NumberField } from "@/parts/settings/number-field";
import { freeNumber, MODE_NAMES } from "@/parts/settings/setting";

type Props = Here & { field: Field; hand: FieldHand; done: () => void };

export function TrimFlight({ draft, editor, field, hand, done }: Props) {
  const kept = field.newest?.trims;
  const [mode, setMode] = useState<ModeName>(
    field.modes.includes("trimming") ? "trimming" : "normal",
  );
  const [trims, setTrims] = useState({
    aileron_pct: kept?.aileron ?? 0,
    elevator_pct: kept?.elevator ?? 0,
  });
  const trim = useTrim(draft.id, draft.version, { mode, ...trims });
  const problem = useHandProblem(hand);
  if (trim.isError) return <ProblemNote problem={asProblem(trim.error)} />;
  if (!trim.data) return <p>Looking at it…</p>;
  const found = trim.data;
  if (!found.possible) {
    return (
      <p>
        Here the transmitter mixes: no unit has a centre to take a trim over. Trim it out, and level
        the swash at the bench until no trim is left.
      </p>
    );
  }
  const move = async () => {
    if (!(await hand.moveTrims({ mode, ...trims }))) done();
  };
  const number = (name: keyof typeof trims, label: string) => (
    <NumberField
      setting={freeNumber(`trim.${name}`, label, "%")}
      value={trims[name]}
      save={async (to) => {
        setTrims({ ...trims, [name]: to ?? 0 });
        return null;
      }}
    />
  );
  return (
    <ol className="space-y-4">
      <Step title="A mode that shows the lean">
        <select
          aria-label="Mode of the trim flight"
          className="field"
          value={mode}
          onChange={(event) => setMode(event.target.value as ModeName)}
        >
          {field.modes.map((each) => (
            <option key={each} value={each}>
              {MODE_NAMES[each]}
            </option>
          ))}
        </select>
        {found.not_ready.length === 0 ? (
          <p className="mt-1">Both cyclic gyros in rate mode, at a middling gain. It shows.</p>
        ) : (
          <ul className="mt-1 space-y-1">
            {found.not_ready.map(({ text, path, wanted }) => (
              <li key={path} className="border-l-4 border-workable pl-2">
                {text}{" "}
                {wanted !== null && (
                  <button
                    type="button"
                    className="key"
                    onClick={() => void editor.edit([{ path, value: wanted }])}
                  >
                    Set it to {String(wanted)}
                  </button>
                )}
              </li>
            ))}
          </ul>
        )}
      </Step>
      <Step title="Fly it">
        <p>
          Calm air, an ordinary flight in this mode. Hover hands off, see which way it leans, trim
          that out with the transmitter until it stands. Land, propulsion disabled.
        </p>
      </Step>
      <Step title="The trims as they stand on the transmitter now">
        <div className="grid grid-cols-2 gap-3">
          {number("aileron_pct", "Aileron, + is right")}
          {number("elevator_pct", "Elevator, + is forward")}
        </div>
      </Step>
      <Step title="Into the unit’s centre">
        <p className="figure">
          aileron {signed(found.old[0] ?? 0, 1)} → <b>{signed(found.new[0] ?? 0, 1)} %</b>
          <br />
          elevator {signed(found.old[1] ?? 0, 1)} → <b>{signed(found.new[1] ?? 0, 1)} %</b>
        </p>
        {found.suspect && <p className="mt-1 border-l-4 border-out pl-2">{found.suspect}</p>}
        <p className="mt-1 text-sm">
          Key it into the unit, then put the transmitter’s own trims back to zero: moved but not
          zeroed, it counts twice. The gyros go back to hold mode.
        </p>
        {problem && <ProblemNote problem={problem} />}
        <button
          type="button"
          className="key key-main mt-2 min-h-14 w-full text-lg whitespace-normal"
          onClick={() => void move()}
        >
          Moved, and the transmitter’s trims stand at zero
        </button>
      </Step>
      <Step title="Tip it once more">
        <p>The next flight is ready then, and begins with the final list: tip it by hand.</p>
      </Step>
    </ol>
  );
}

function Step({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <li>
      <h3 className="border-b-2 border-ink font-semibold">{title}</h3>
      <div className="mt-1">{children}</div>
    </li>
  );
}
