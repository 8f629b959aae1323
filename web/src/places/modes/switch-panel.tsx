/** What changes when the switch moves from where it is to each of the other modes. */
import type { Draft, ModeName } from "@/api/client";
import type { ModeShown } from "@/api/modes";
import { useLever } from "@/parts/levers/levers";
import { shown, signed } from "@/parts/numbers";
import { MODE_NAMES } from "@/parts/settings/setting";
import { useJump } from "./mode-switch-key";
import { SwitchScales } from "./switch-scale";

type Props = { draft: Draft; modes: ModeShown[]; wide: boolean };

export function SwitchPanel({ draft, modes, wide }: Props) {
  const at = useLever("mode");
  return (
    <section aria-label="When the switch moves" className="text-sm">
      <h2 className="font-semibold">When the switch moves from {MODE_NAMES[at]}</h2>
      <SwitchScales modes={modes} />
      <ul
        className={`grid gap-x-6 gap-y-1 leading-tight ${wide ? "mt-1 md:grid-cols-3" : "md:max-xl:grid-cols-1"}`}
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
  const found = useJump(draft.id, draft.version, before, after);
  return (
    <li>
      to {MODE_NAMES[after]}:{" "}
      {found && (
        <>
          <span className="text-faint">
            at most <b className="figure text-ink">{signed(found.largest_deg)}°</b>, at stick{" "}
            {shown(found.largest_stick_pct, 0)} %
            {found.head_speed_jump_rpm !== null && `; ${signed(found.head_speed_jump_rpm, 0)} rpm`}
          </span>
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
