/** A figure that may be there or not: a field with a way to take it out, or a key to put one in. */
import type { Problem } from "@/api/client";
import type { Editor } from "@/api/draft";
import { NumberField } from "./number-field";
import type { NumberSetting } from "./setting";

type Props = { setting: NumberSetting; value: number | null | undefined; editor: Editor };

export function OptionalField({ setting, value, editor }: Props) {
  const { path, label } = setting;
  if (value === null || value === undefined) {
    return (
      <div>
        <span className="block text-sm leading-tight">{label}</span>
        <button
          type="button"
          className="key mt-0.5 w-full px-1 text-sm text-faint"
          onClick={() => editor.edit([{ path, value: setting.usual ?? 0 }])}
        >
          none, set it<span className="sr-only">: {label}</span>
        </button>
      </div>
    );
  }
  return (
    <div className="flex items-end gap-0.5">
      <NumberField
        setting={setting}
        value={value}
        save={async (to) => reason(await editor.edit([{ path, value: to }]))}
      />
      <button
        type="button"
        className="key min-h-9 px-1.5 text-sm"
        aria-label={`Take ${label.toLowerCase()} out`}
        title="Take it out"
        onClick={() => editor.edit([{ path, value: null }])}
      >
        ×
      </button>
    </div>
  );
}

/** Why an edit was refused, in the words beside a field; null when it was not. */
export function reason(problem: Problem | null): string | null {
  const fault = problem?.faults[0];
  if (!problem) return null;
  return fault ? `found ${fault.found}; allowed: ${fault.allowed}` : problem.title;
}
