/** A number of the draft: what is typed is kept as one edit, a refusal stands under the field. */
import type { Problem } from "@/api/client";
import type { Editor } from "@/api/draft";
import { NumberField } from "./number-field";
import type { NumberSetting } from "./setting";

type Props = {
  setting: NumberSetting;
  value: number;
  editor: Editor;
  /** How it is kept, where that is not simply at its path. */
  keep?: (value: number) => Promise<Problem | null>;
  hideLabel?: boolean;
  compact?: boolean;
};

export function SavedNumber({ setting, value, editor, keep, hideLabel, compact }: Props) {
  const { path } = setting;
  return (
    <NumberField
      setting={setting}
      value={value}
      hideLabel={hideLabel}
      compact={compact}
      save={async (to) =>
        reason(await (keep ? keep(to) : editor.edit([{ path, value: to }])), path)
      }
    />
  );
}

/** Why an edit was refused, in the words beside a field; null when it was not. */
export function reason(problem: Problem | null, path: string): string | null {
  if (!problem) return null;
  const fault = problem.faults.find((each) => each.path === path) ?? problem.faults[0];
  return fault ? `found ${fault.found}; allowed: ${fault.allowed}` : problem.title;
}
