/** Which control works what: the switches the unit listens to, and where the rates stand. */
import { rowOf, useCatalogue } from "@/api/catalogue";
import type { Setup } from "@/api/client";
import type { Editor } from "@/api/draft";
import { AddKey, RemoveKey, useEditableList } from "@/parts/settings/editable-list";
import { settingOf } from "@/parts/settings/setting";
import { SettingField } from "@/parts/settings/setting-field";

type Listened = NonNullable<NonNullable<Setup["transmitter"]>["switches"]>;
const MOST = 12;
const MOST_POSITIONS = 8;
const FRESH_POSITION = { position: "", value_pct: 0 };
const FRESH: Listened[number] = { listens_for: "tail_gain", channel: 5, switch: "", positions: [] };

export function ListenedSwitches({ setup, editor }: { setup: Setup; editor: Editor }) {
  const switches = setup.transmitter?.switches ?? [];
  const path = "transmitter.switches";
  const list = useEditableList(editor, path, switches, FRESH);
  return (
    <fieldset className="mt-4 min-w-0">
      <legend className="mb-1 w-full border-b border-rule pb-0.5 text-sm font-semibold">
        Switches the unit listens to
      </legend>
      {switches.length === 0 && <p className="text-sm">None is written down.</p>}
      {switches.map((each, n) => (
        <OneSwitch
          // biome-ignore lint/suspicious/noArrayIndexKey: a switch is its place in the list
          key={n}
          path={`${path}.${n}`}
          positions={each.positions ?? []}
          what={`switch ${n + 1}`}
          remove={() => list.remove(n)}
          {...{ setup, editor }}
        />
      ))}
      <p className="mt-2">
        <AddKey what="Add a switch" count={switches.length} most={MOST} onAdd={list.add} />
      </p>
    </fieldset>
  );
}

type SwitchProps = {
  path: string;
  positions: NonNullable<Listened[number]["positions"]>;
  what: string;
  remove: () => void;
  setup: Setup;
  editor: Editor;
};

function OneSwitch({ path, positions, what, remove, setup, editor }: SwitchProps) {
  const list = useEditableList(editor, `${path}.positions`, positions, FRESH_POSITION);
  return (
    <div className="grid grid-cols-2 gap-x-3 gap-y-1.5 border-b border-rule py-2">
      {["listens_for", "switch", "channel"].map((key) => (
        <One key={key} path={`${path}.${key}`} {...{ setup, editor }} />
      ))}
      {positions.map((_, at) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a position is its place in the list
        <div key={at} className="col-span-2 grid grid-cols-2 items-start gap-x-3">
          <One path={`${path}.positions.${at}.position`} {...{ setup, editor }} />
          <One path={`${path}.positions.${at}.value_pct`} {...{ setup, editor }} />
        </div>
      ))}
      <div className="col-span-2 flex gap-1.5">
        <AddKey what="Position" count={positions.length} most={MOST_POSITIONS} onAdd={list.add} />
        <RemoveKey what={what} onRemove={remove} />
      </div>
    </div>
  );
}

function One({ path, setup, editor }: { path: string; setup: Setup; editor: Editor }) {
  const { rows } = useCatalogue();
  const row = rowOf(rows, path);
  if (!row) return null;
  const setting = settingOf(row, path, setup);
  return (
    <div className={setting.kind === "choice" ? "col-span-2 min-w-0" : "min-w-0"}>
      <SettingField setting={setting} setup={setup} editor={editor} />
    </div>
  );
}

/** Rates on switches in one line each; they are set in Modes. */
export function RatesHere({ setup }: { setup: Setup }) {
  const sets = setup.transmitter?.rate_sets ?? [];
  if (sets.length === 0) return null;
  return (
    <ul className="mt-2 text-sm">
      {sets.map((each, n) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a set is its place in the list
        <li key={n}>
          Switch <b>{each.switch || "?"}</b>, {each.position || "?"}: the {each.function}'s rate
        </li>
      ))}
    </ul>
  );
}
