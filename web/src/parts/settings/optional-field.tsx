/** A setting that may be there or not: a field with a way to take it out, or a key to put one in. */
import { useState } from "react";
import type { Problem } from "@/api/client";
import type { Editor } from "@/api/draft";
import { NumberField } from "./number-field";
import { reason, SavedNumber } from "./saved-number";
import type { NumberSetting } from "./setting";

type Props = {
  setting: NumberSetting;
  value: number | null | undefined;
  editor: Editor;
  /** How it is kept, where that is not simply at its path. */
  keep?: (value: number) => Promise<Problem | null>;
  /** What stands under the field. */
  children?: React.ReactNode;
};

export function OptionalField({ setting, value, editor, keep, children }: Props) {
  const { path, label } = setting;
  const [asked, setAsked] = useState(false);
  if (value === null || value === undefined) {
    return asked ? (
      <NumberField
        setting={setting}
        value={null}
        save={async (to) => {
          const kept = await (keep ? keep(to) : editor.edit([{ path, value: to }]));
          const refused = reason(kept, path);
          if (!refused) setAsked(false);
          return refused;
        }}
        onLeft={() => setAsked(false)}
      />
    ) : (
      <div>
        <span className="block text-sm leading-tight">{label}</span>
        <button
          type="button"
          data-path={path}
          className="key mt-0.5 w-full px-1 text-sm text-faint"
          onClick={() => setAsked(true)}
        >
          none, set it<span className="sr-only">: {label}</span>
        </button>
      </div>
    );
  }
  return (
    <div className="flex items-start gap-0.5">
      <div className="min-w-0">
        <SavedNumber setting={setting} value={value} editor={editor} keep={keep} />
        {children}
      </div>
      <button
        type="button"
        className="key mt-5 min-h-9 px-1.5 text-sm"
        aria-label={`Take ${label.toLowerCase()} out`}
        title="Take it out"
        onClick={() => editor.edit([{ path, value: null }])}
      >
        ×
      </button>
    </div>
  );
}
