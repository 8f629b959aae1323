/** The opened stage: what it does and its settings, edited in place. */

import { Copy } from "lucide-react";
import { useCatalogue } from "@/api/catalogue";
import type { ModeName, Setup } from "@/api/client";
import type { Editor } from "@/api/draft";
import { BeforeSetting } from "@/parts/before-setting";
import { DeviceTag } from "@/parts/settings/devices";
import type { Setting } from "@/parts/settings/setting";
import { SettingField } from "@/parts/settings/setting-field";
import { type Followed, groupsOf, type Stage } from "@/parts/settings/stages";
import { FreeMixes } from "./free-mixes";
import { ListenedSwitches, RatesHere } from "./listened-switches";
import { ArrangementField, BladesField, LayoutField } from "./shape-field";

type AlikeProps = { settings: Setting[]; setup: Setup; editor: Editor };

/** Servos bought together are the same: what was measured on the first goes for all of them. */
function SameForAll({ settings, setup, editor }: AlikeProps) {
  const alike = settings.find((each) => each.alike);
  const entry = alike && /^(airframe\.(?:servos|swash\.balls))\.0\./.exec(alike.path)?.[1];
  if (!entry) return null;
  const many = entry === "airframe.servos" ? setup.airframe.servos : setup.airframe.swash.balls;
  return (
    <button
      type="button"
      className="key col-span-2 text-sm"
      onClick={() => void editor.alike(`${entry}.0`)}
    >
      <Copy aria-hidden size={16} /> The same for all {many.length}{" "}
      {entry === "airframe.servos" ? "servos" : "balls"}
    </button>
  );
}

type Props = {
  stage: Stage;
  setup: Setup;
  function: Followed;
  mode: ModeName;
  editor: Editor;
};

export function StagePanel({ stage, setup, function: f, mode, editor }: Props) {
  const { rows } = useCatalogue();
  const groups = groupsOf(stage, rows, setup, f, mode);
  return (
    <section
      id="stage"
      aria-label={`${stage.label(f)} settings`}
      className="min-h-0 overflow-y-auto border-rule px-4 py-3 md:border-r"
    >
      <div className="flex items-baseline justify-between gap-3">
        <h2 className="text-xl font-semibold">{stage.label(f)}</h2>
        <DeviceTag device={stage.device} />
      </div>
      <p className="mt-1 max-w-prose text-sm text-faint">{stage.note(f)}</p>
      {stage.device !== "helicopter" && groups.length > 0 && <BeforeSetting />}
      {stage.name === "whole" && <ArrangementField setup={setup} editor={editor} />}
      {stage.name === "mixes" && <FreeMixes setup={setup} editor={editor} />}
      {stage.name === "swash" && <LayoutField setup={setup} editor={editor} />}
      {stage.name === "blade" && <BladesField setup={setup} editor={editor} />}
      {stage.name === "stick" && <RatesHere setup={setup} />}
      {groups.map((group) => (
        <fieldset key={group.title} className="mt-4 min-w-0">
          <legend className="mb-1.5 w-full border-b border-rule pb-0.5 text-sm font-semibold first-letter:uppercase">
            {group.title}
          </legend>
          <div className="grid grid-cols-2 items-start gap-x-3 gap-y-2.5">
            <SameForAll settings={group.settings} setup={setup} editor={editor} />
            {group.settings.map((setting) => (
              <div
                key={setting.path}
                className={setting.kind === "number" ? "min-w-0" : "col-span-2 min-w-0"}
              >
                <SettingField setting={setting} setup={setup} editor={editor} />
              </div>
            ))}
          </div>
        </fieldset>
      ))}
      {stage.name === "stick" && <ListenedSwitches setup={setup} editor={editor} />}
    </section>
  );
}
