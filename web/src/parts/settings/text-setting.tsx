/** Text of the draft, or a list of numbers: kept when it is left or Enter is pressed. */
import { useEffect, useId, useState } from "react";
import type { Editor } from "@/api/draft";
import { readNumber } from "@/parts/numbers";
import { reason } from "./saved-number";
import type { TextSetting } from "./setting";

type Props = { setting: TextSetting; value: unknown; editor: Editor };

export function TextSettingField({ setting, value, editor }: Props) {
  const id = useId();
  const kept = Array.isArray(value) ? value.join("  ") : String(value ?? "");
  const [typed, setTyped] = useState(kept);
  const [fault, setFault] = useState<string | null>(null);
  useEffect(() => setTyped(kept), [kept]);
  const commit = async () => {
    if (typed === kept) return;
    const parts = typed.split(/[\s;]+/).filter(Boolean);
    const numbers = parts.map((each) => readNumber(each));
    if (setting.numbers && numbers.includes(null)) {
      setFault(`found “${typed}”; allowed: numbers in ${setting.unit} with spaces between them`);
      return;
    }
    const to = setting.numbers ? numbers : typed;
    setFault(reason(await editor.edit([{ path: setting.path, value: to }]), setting.path));
  };
  return (
    <div className="col-span-2 min-w-0">
      <label htmlFor={id} className="block text-sm leading-tight" title={setting.help}>
        {setting.label}
        {setting.unit && <span className="text-faint">, {setting.unit}</span>}
      </label>
      <input
        id={id}
        data-path={setting.path}
        className="field mt-0.5 w-full"
        value={typed}
        autoComplete="off"
        aria-invalid={fault !== null}
        aria-describedby={fault ? `${id}-fault` : undefined}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={() => void commit()}
        onKeyDown={(event) => {
          if (event.key === "Enter") void commit();
          else if (event.key === "Escape") setTyped(kept);
          else return;
          event.preventDefault();
        }}
      />
      {fault && (
        <p id={`${id}-fault`} role="alert" className="mt-1 text-sm text-out">
          {fault}
        </p>
      )}
    </div>
  );
}
