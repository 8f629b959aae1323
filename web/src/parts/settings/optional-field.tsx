/** A figure that may be there or not: a field with a way to take it out, or a key to put one in. */
import type { Editor } from "@/api/draft";
import { SavedNumber } from "./saved-number";
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
          data-path={path}
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
      <SavedNumber setting={setting} value={value} editor={editor} />
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
