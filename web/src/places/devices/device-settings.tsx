/** The settings of a device, in its own order: each with its own name, scale, step and range. */
import { ArrowDown, ArrowUp, X } from "lucide-react";
import { useState } from "react";
import { rowOf, useCatalogue } from "@/api/catalogue";
import type { Device, DeviceSetting, Profile } from "@/api/devices";
import { readNumber } from "@/parts/numbers";
import { noName, TextLine } from "@/parts/text-line";

type Props = {
  profile: Profile;
  ours: Device["ours"];
  onKeep: (change: (settings: DeviceSetting[]) => DeviceSetting[]) => void;
};

export function DeviceSettings({ profile, ours, onKeep }: Props) {
  const [sought, setSought] = useState("");
  const settings = profile.settings ?? [];
  const seen = settings
    .map((setting, at) => ({ setting, at }))
    .filter(({ setting }) =>
      `${setting.called} ${setting.menu} ${ours[setting.path]}`
        .toLowerCase()
        .includes(sought.trim().toLowerCase()),
    );
  if (settings.length === 0) return null;
  const put = (path: string, change: (now: DeviceSetting) => Partial<DeviceSetting>) =>
    onKeep((now) => now.map((each) => (each.path === path ? { ...each, ...change(each) } : each)));
  const move = (path: string, by: number) =>
    onKeep((now) => {
      const moved = [...now];
      const at = moved.findIndex((each) => each.path === path);
      const [one] = moved.splice(at, 1);
      if (one) moved.splice(at + by, 0, one);
      return moved;
    });
  return (
    <section aria-label="Settings of this device">
      <h2 className="border-b-2 border-ink pb-0.5 text-lg font-semibold">
        Settings, in its own order
      </h2>
      <label className="mt-2 block text-sm">
        Look for
        <input
          className="field mt-0.5 block w-full max-w-80"
          value={sought}
          onChange={(event) => setSought(event.target.value)}
        />
      </label>
      <p role="status" className="mt-1 text-sm text-faint">
        {seen.length} of {settings.length}
      </p>
      <ol className="mt-1">
        {seen.map(({ setting, at }) => (
          <li key={setting.path} className="border-b border-rule">
            <details>
              <summary className="py-1.5">
                {setting.called}
                <span className="ml-2 text-sm text-faint">{ours[setting.path]}</span>
              </summary>
              <OneSetting setting={setting} onKeep={(change) => put(setting.path, change)} />
              <div className="mb-2 flex gap-1">
                <button
                  type="button"
                  className="key px-2"
                  aria-label={`${setting.called} earlier`}
                  disabled={at === 0}
                  onClick={() => move(setting.path, -1)}
                >
                  <ArrowUp aria-hidden size={16} />
                </button>
                <button
                  type="button"
                  className="key px-2"
                  aria-label={`${setting.called} later`}
                  disabled={at === settings.length - 1}
                  onClick={() => move(setting.path, 1)}
                >
                  <ArrowDown aria-hidden size={16} />
                </button>
                <button
                  type="button"
                  className="key px-2"
                  aria-label={`${setting.called}: this device has none`}
                  onClick={() => onKeep((now) => now.filter((each) => each.path !== setting.path))}
                >
                  <X aria-hidden size={16} />
                </button>
              </div>
            </details>
          </li>
        ))}
      </ol>
    </section>
  );
}

type OneProps = {
  setting: DeviceSetting;
  onKeep: (change: (now: DeviceSetting) => Partial<DeviceSetting>) => void;
};
type Figure = "factor" | "zero" | "step" | "low" | "high";
const FIGURES: [Figure, string][] = [
  ["factor", "For 1 of ours it moves by"],
  ["zero", "At our 0 it shows"],
  ["step", "Its smallest step"],
  ["low", "Its lowest figure"],
  ["high", "Its highest figure"],
];
const NEEDED: Partial<Record<Figure, number>> = { factor: 1, zero: 0 };

/** Nothing stands for what the device has not. */
const noNumber = (text: string) =>
  text === "" || readNumber(text) !== null ? null : `found “${text}”; allowed: a number`;

function OneSetting({ setting, onKeep }: OneProps) {
  const { rows } = useCatalogue();
  // Of every flight mode: any of them says what kind of setting it is.
  const row = rowOf(rows, setting.path.replace("modes.*.", "modes.normal."));
  const isNumber = row?.kind === "number" || row?.kind === "whole";
  return (
    <div className="grid gap-2 pb-2 sm:grid-cols-3">
      <TextLine
        label="It calls this"
        value={setting.called}
        refuse={noName}
        onKeep={(called) => onKeep(() => ({ called }))}
      />
      <TextLine
        label="Where it stands there"
        value={setting.menu ?? ""}
        onKeep={(menu) => onKeep(() => ({ menu }))}
      />
      {isNumber ? (
        <>
          <TextLine
            label="Its unit"
            value={setting.unit ?? ""}
            onKeep={(unit) => onKeep(() => ({ unit }))}
          />
          {FIGURES.map(([key, label]) => (
            <TextLine
              key={key}
              label={label}
              value={
                setting[key] === null || setting[key] === undefined ? "" : String(setting[key])
              }
              refuse={noNumber}
              onKeep={(text) => onKeep(() => ({ [key]: readNumber(text) ?? NEEDED[key] ?? null }))}
            />
          ))}
          <label className="flex items-center gap-2 self-end pb-2 text-sm">
            <input
              type="checkbox"
              className="size-5 accent-mint"
              checked={setting.amount ?? false}
              onChange={(event) => onKeep(() => ({ amount: event.target.checked }))}
            />
            shown without its sign
          </label>
        </>
      ) : (
        row?.words.map(({ value, label }) => (
          <TextLine
            key={String(value)}
            label={`Its word for “${label}”`}
            value={setting.words?.[String(value)] ?? ""}
            onKeep={(word) =>
              onKeep((now) => {
                const { [String(value)]: _, ...others } = now.words ?? {};
                return { words: word ? { ...others, [String(value)]: word } : others };
              })
            }
          />
        ))
      )}
    </div>
  );
}
