/** A curve's points as a table: stick, percent and, for a pitch curve, degrees; each can be typed. */
import type { ModeName, Problem } from "@/api/client";
import type { Editor } from "@/api/draft";
import type { Curve, Which } from "@/api/modes";
import { shown } from "@/parts/numbers";
import { useOnDevice } from "@/parts/settings/on-device";
import { SavedNumber } from "@/parts/settings/saved-number";
import { freeNumber } from "@/parts/settings/setting";

type Props = {
  curve: Curve;
  mode: ModeName;
  which: Which;
  free: boolean;
  /** The point worked on last. */
  chosen: number;
  onPoint: (index: number, way: "put in after" | "take out") => void;
  editor: Editor;
};

export function PointTable({ curve, mode, which, free, chosen, onPoint, editor }: Props) {
  const base = `transmitter.modes.${mode}.${which}_curve`;
  const last = curve.points.length - 1;
  const there = useOnDevice(`${base}.0`);
  return (
    <table className="w-full border-collapse self-start">
      <thead className="text-left text-xs text-faint">
        <tr>
          <th className="pb-1 font-normal">stick</th>
          <th className="pb-1 font-normal">
            value{there && <span className="block">{there.device} under it</span>}
          </th>
          {which === "pitch" && <th className="pb-1 font-normal">at the blade</th>}
        </tr>
      </thead>
      <tbody>
        {curve.points.map((value, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a point is its place in the curve
          <tr key={i} data-point={i} className={i === chosen ? "bg-wash" : ""}>
            <td className="pr-1 align-top">
              {free && i > 0 && i < last ? (
                <Cell
                  path={`${base}_at.${i}`}
                  label={`Point ${i + 1}, stick`}
                  unit="%"
                  value={curve.at[i] ?? 0}
                  editor={editor}
                />
              ) : (
                <span className="figure block pt-1.5 text-sm whitespace-nowrap">
                  {shown(curve.at[i], 0)} %
                </span>
              )}
            </td>
            <td className="pr-1 align-top">
              <Cell
                path={`${base}.${i}`}
                label={`Point ${i + 1}, value`}
                unit="%"
                value={value}
                editor={editor}
              />
            </td>
            {which === "pitch" && (
              <td className="align-top">
                <Cell
                  path={`${base}.${i}.deg`}
                  label={`Point ${i + 1}, degrees`}
                  unit="°"
                  value={rounded(curve.point_deg[i])}
                  editor={editor}
                  keep={(to) => editor.inDegrees(mode, { [i]: to })}
                />
              </td>
            )}
          </tr>
        ))}
      </tbody>
      <tfoot>
        <tr>
          <td colSpan={3} className="pt-0.5">
            <PointKeys
              chosen={chosen}
              last={last}
              stick={shown(curve.at[chosen], 0)}
              onPoint={onPoint}
            />
          </td>
        </tr>
      </tfoot>
    </table>
  );
}

type KeyProps = Pick<Props, "chosen" | "onPoint"> & { last: number; stick: string };

function PointKeys({ chosen, last, stick, onPoint }: KeyProps) {
  return (
    <div className="flex items-center gap-1.5 text-xs">
      <span className="mr-auto">at {stick} %</span>
      <button
        type="button"
        className="key min-h-7 px-2 py-0 text-xs"
        disabled={chosen >= last}
        onClick={() => onPoint(chosen, "put in after")}
      >
        add one after
      </button>
      <button
        type="button"
        className="key min-h-7 px-2 py-0 text-xs"
        disabled={chosen <= 0 || chosen >= last}
        onClick={() => onPoint(chosen, "take out")}
      >
        take it out
      </button>
    </div>
  );
}

/** To a hundredth: what was typed in degrees comes back as it was typed. */
function rounded(value: number | null | undefined): number {
  return value === null || value === undefined ? 0 : Number(value.toFixed(2));
}

/** The same figure as the pilot's own radio shows it, where its scale is another. */
function ThereAs({ path }: { path: string }) {
  const said = useOnDevice(path);
  if (!said) return null;
  return (
    <span className={`figure block pl-1 text-xs ${said.rounded ? "text-workable" : "text-faint"}`}>
      <span className="sr-only">{said.device}: </span>
      {said.text}
    </span>
  );
}

type CellProps = {
  path: string;
  label: string;
  unit: string;
  value: number;
  editor: Editor;
  keep?: (value: number) => Promise<Problem | null>;
};

function Cell({ path, label, unit, value, editor, keep }: CellProps) {
  return (
    <>
      <SavedNumber
        hideLabel
        compact
        setting={{
          ...freeNumber(path, label, unit),
          step: unit === "°" ? 0.1 : 1,
          decimals: unit === "°" ? 1 : 0,
        }}
        value={value}
        editor={editor}
        keep={keep}
      />
      <ThereAs path={path} />
    </>
  );
}
