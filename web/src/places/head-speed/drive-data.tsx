/** What the drive is made of, each figure with where to read it on the real thing. */
import { useState } from "react";
import { type Row, useCatalogue } from "@/api/catalogue";
import type { Draft, Setup } from "@/api/client";
import type { Editor } from "@/api/draft";
import { type Setting, settingOf } from "@/parts/settings/setting";
import { SettingField } from "@/parts/settings/setting-field";
import { RotorDrawing } from "./rotor-drawing";

const ROTOR = "Rotor and weight";
/** In the order in which they are looked up; a row stands in the first group that has it. */
const GROUPS: [string, RegExp][] = [
  ["Drive and governor", /^drive\.(kind|governor\.place)$/],
  ["Gear", /^drive\.gear\.(pinion|main)$/],
  ["Motor", /^drive\.motor\./],
  ["Pack", /^drive\.pack\./],
  [ROTOR, /^airframe\.(rotor\.\w+|mass_g)$/],
  ["Governor's figures", /^drive\.governor\./],
  ["Supply", /^speed_controller\.bec_(volt|a)$/],
  ["Losses and inertia", /^drive\.\w+$/],
];

export function DriveData({ draft, editor }: { draft: Draft; editor: Editor }) {
  const { rows } = useCatalogue();
  const setup = draft.document;
  const [told, setTold] = useState(false);
  const left = new Set(rows.filter((row) => row.path !== "drive.gear.second.*"));
  return (
    <section aria-label="Drive data" className="print:hidden">
      <h2 className="text-xl font-semibold">What turns it</h2>
      <p className="text-sm text-faint">
        All of it may be left out. Read each figure off the real thing or its data; the maker's word
        comes first.
      </p>
      <button
        type="button"
        aria-pressed={told}
        className="key mt-2 text-sm aria-pressed:border-mint aria-pressed:bg-wash"
        onClick={() => setTold(!told)}
      >
        Where each is read
      </button>
      {GROUPS.map(([title, of]) => {
        const own = [...left].filter((row) => of.test(row.path));
        for (const row of own) left.delete(row);
        return (
          <fieldset key={title} className="mt-4 min-w-0">
            <legend className="mb-1.5 w-full border-b border-rule pb-0.5 text-sm font-semibold">
              {title}
            </legend>
            <div className="grid grid-cols-2 items-start gap-x-3 gap-y-2.5">
              {title === ROTOR && <RotorDrawing draft={draft} />}
              {own.map((row) => (
                <Field key={row.path} row={row} told={told} setup={setup} editor={editor} />
              ))}
              {title === "Gear" && <SecondStage setup={setup} editor={editor} />}
            </div>
          </fieldset>
        );
      })}
    </section>
  );
}

type FieldProps = { row: Row; told: boolean; setup: Setup; editor: Editor };

/** A figure; told where it is read, it takes the whole width for the words. */
function Field({ row, told, setup, editor }: FieldProps) {
  const setting: Setting = settingOf(row, row.path, setup);
  const narrow = setting.kind === "number" && !told;
  return (
    <div className={narrow ? "min-w-0" : "col-span-2 min-w-0"} title={row.help}>
      <SettingField setting={setting} setup={setup} editor={editor} />
      {told && <p className="mt-0.5 text-sm text-faint">{row.help}</p>}
    </div>
  );
}

/** A gear of two stages has two figures more; most have one stage. */
function SecondStage({ setup, editor }: { setup: Setup; editor: Editor }) {
  const { rows } = useCatalogue();
  const second = setup.drive?.gear?.second;
  const row = rows.find((each) => each.path === "drive.gear.second.*");
  if (!row) return null;
  if (!second) {
    return (
      <button
        type="button"
        data-path="drive.gear.second"
        className="key col-span-2 text-sm text-faint"
        onClick={() => editor.edit([{ path: "drive.gear.second", value: [20, 20] }])}
      >
        one stage only; add a second
      </button>
    );
  }
  return (
    <>
      {second.map((_, i) => (
        <SettingField
          // biome-ignore lint/suspicious/noArrayIndexKey: driving wheel first, driven second
          key={i}
          setting={{ ...settingOf(row, `drive.gear.second.${i}`, setup), optional: false }}
          setup={setup}
          editor={editor}
        />
      ))}
      <button
        type="button"
        className="key col-span-2 text-sm"
        onClick={() => editor.edit([{ path: "drive.gear.second", value: null }])}
      >
        take the second stage out
      </button>
    </>
  );
}
