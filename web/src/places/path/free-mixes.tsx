/** Free mixes: what one function adds to another, each side, in which modes. */
import { useCatalogue } from "@/api/catalogue";
import type { ModeName, Setup } from "@/api/client";
import type { Editor } from "@/api/draft";
import { AddKey, RemoveKey, useEditableList } from "@/parts/settings/editable-list";
import { SavedNumber } from "@/parts/settings/saved-number";
import { MODE_NAMES, numberAt } from "@/parts/settings/setting";

type Mix = NonNullable<NonNullable<Setup["transmitter"]>["free_mixes"]>[number];
const MOST = 12;
const NAMES = ["collective", "aileron", "elevator", "rudder", "throttle"] as const;
const FRESH: Mix = {
  name: "",
  master: "collective",
  slave: "rudder",
  low_pct: 0,
  high_pct: 0,
  modes: ["normal"],
};

export function FreeMixes({ setup, editor }: { setup: Setup; editor: Editor }) {
  const mixes = setup.transmitter?.free_mixes ?? [];
  const list = useEditableList(editor, "transmitter.free_mixes", mixes, FRESH);
  return (
    <div className="mt-3 grid gap-4">
      {mixes.length === 0 && <p className="text-sm">No free mix: every function stays its own.</p>}
      {mixes.map((mix, i) => (
        <OneMix
          // biome-ignore lint/suspicious/noArrayIndexKey: a mix is its place in the list
          key={i}
          mix={mix}
          index={i}
          setup={setup}
          editor={editor}
          remove={() => list.remove(i)}
        />
      ))}
      <AddKey what="Add a mix" count={mixes.length} most={MOST} onAdd={list.add} />
    </div>
  );
}

type MixProps = { mix: Mix; index: number; setup: Setup; editor: Editor; remove: () => void };

function OneMix({ mix, index, setup, editor, remove }: MixProps) {
  const { rows } = useCatalogue();
  const base = `transmitter.free_mixes.${index}`;
  const set = (key: string, value: unknown) => editor.edit([{ path: `${base}.${key}`, value }]);
  const modes = mix.modes ?? [];
  const choose = (key: "master" | "slave", label: string) => (
    <label>
      <span className="block text-sm leading-tight">{label}</span>
      <select
        className="field mt-0.5 w-full"
        value={mix[key]}
        onChange={(event) => set(key, event.target.value)}
      >
        {NAMES.map((name) => (
          <option key={name}>{name}</option>
        ))}
      </select>
    </label>
  );
  const share = (key: "low_pct" | "high_pct") => (
    <SavedNumber
      setting={numberAt(rows, `${base}.${key}`, setup)}
      value={mix[key] ?? 0}
      editor={editor}
    />
  );
  return (
    <fieldset className="min-w-0 border-t border-rule pt-1.5">
      <legend className="sr-only">Mix {index + 1}</legend>
      <div className="grid grid-cols-2 gap-2">
        {choose("master", "Takes from")}
        {choose("slave", "Adds to")}
        {share("low_pct")}
        {share("high_pct")}
      </div>
      <div className="mt-1.5 flex flex-wrap items-center gap-x-3 gap-y-1 text-sm">
        {(Object.keys(MODE_NAMES) as ModeName[]).map((mode) => (
          <label key={mode} className="flex min-h-7 items-center gap-1">
            <input
              type="checkbox"
              className="size-4.5 accent-(--mint)"
              checked={modes.includes(mode)}
              onChange={(event) =>
                set(
                  "modes",
                  event.target.checked ? [...modes, mode] : modes.filter((each) => each !== mode),
                )
              }
            />
            {MODE_NAMES[mode]}
          </label>
        ))}
        <RemoveKey what={`mix ${index + 1}`} onRemove={remove} />
      </div>
    </fieldset>
  );
}
