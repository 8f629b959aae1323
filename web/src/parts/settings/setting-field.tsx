/** The field of a setting, by its kind. */
import type { Setup } from "@/api/client";
import type { Editor } from "@/api/draft";
import { ChoiceField } from "./choice-field";
import { OnDevice } from "./on-device";
import { OptionalField } from "./optional-field";
import { reason, SavedNumber } from "./saved-number";
import { type Setting, valueAt } from "./setting";
import { TextSettingField } from "./text-setting";

type Props = { setting: Setting; setup: Setup; editor: Editor };

/** The field, and under it what the helicopter's own device calls it and shows. */
export function SettingField(props: Props) {
  return (
    <>
      <Field {...props} />
      <OnDevice path={props.setting.path} editor={props.editor} />
    </>
  );
}

function Field({ setting, setup, editor }: Props) {
  const value = valueAt(setup, setting.path);
  if (setting.kind === "text") {
    return <TextSettingField setting={setting} value={value} editor={editor} />;
  }
  // What stands in a part that is left out may be put in like what may be left out itself.
  const absent = value === undefined || value === null;
  if (setting.kind === "number" && (setting.optional || absent)) {
    const known = typeof value === "number" ? value : undefined;
    return <OptionalField setting={setting} value={known} editor={editor} />;
  }
  return setting.kind === "number" ? (
    <SavedNumber setting={setting} value={Number(value)} editor={editor} />
  ) : (
    <ChoiceField
      setting={setting}
      value={value}
      save={async (to) =>
        reason(await editor.edit([{ path: setting.path, value: to }]), setting.path)
      }
    />
  );
}
