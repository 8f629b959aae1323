/** What changes when the switch moves from where it is to each of the other modes. */
import type { Draft, ModeName } from "@/api/client";
import { type ModeShown, useSwitch } from "@/api/modes";
import { moveLevers, useLever } from "@/parts/levers/levers";
import { shown, signed } from "@/parts/numbers";
import { MODE_NAMES } from "@/parts/settings/setting";
import { SwitchScales } from "./switch-scale";

type Props = { draft: Draft; modes: ModeShown[]; wide: boolean };

export function SwitchPanel({ draft, modes, wide }: Props) {
  const at = useLever("mode");
  return (
    <section aria-label="When the switch moves" className="text-sm">
      <h2 className="font-semibold">When the switch moves from {MODE_NAMES[at]}</h2>
      <SwitchScales modes={modes} />
      <ul
        className={`mt-1 grid gap-x-6 gap-y-2 ${wide ? "md:grid-cols-3" : "md:max-xl:grid-cols-1"}`}
      >
        {modes
          .filter((mode) => mode.name !== at)
          .map((mode) => (
            <To key={mode.name} draft={draft} before={at} after={mode.name} />
          ))}
      </ul>
    </section>
  );
}

function To({ draft, before, after }: { draft: Draft; before: ModeName; after: ModeName }) {
  // Five percent of lever is as fine as a jump needs telling.
  const lever = Math.round(useLever("collective") / 5) * 5;
  const found = useSwitch(draft.id, draft.version, before, after, lever).data;
  return (
    <li className="border-t border-rule pt-1">
      <button
        type="button"
        className="key min-h-8 w-full justify-between text-sm"
        onClick={() => moveLevers({ mode: after })}
      >
        to {MODE_NAMES[after]}
        <span className="figure">
          {found ? `${signed(found.pitch_now_deg)}°  ${signed(found.throttle_now_pct, 0)} %` : "…"}
        </span>
      </button>
      {found && (
        <>
          <p className="mt-0.5 text-faint">
            pitch at most {signed(found.largest_deg)}°, at stick {shown(found.largest_stick_pct, 0)}{" "}
            %
            {found.head_speed_jump_rpm !== null &&
              `; head speed ${signed(found.head_speed_jump_rpm, 0)} rpm`}
          </p>
          {found.warnings.map((warned) => (
            <p
              key={warned.text}
              className={warned.severity === "danger" ? "font-semibold text-out" : "text-workable"}
            >
              {warned.severity === "danger" ? "Danger: " : "Mind: "}
              {warned.text}
            </p>
          ))}
        </>
      )}
    </li>
  );
}
