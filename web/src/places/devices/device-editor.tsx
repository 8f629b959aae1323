/** One device: what it is called, who has it, how it shows itself, and its settings. */

import { useState } from "react";
import { Link } from "react-router";
import { asProblem } from "@/api/client";
import { type Device, deviceFile, type Profile, useDeviceAct, useProfile } from "@/api/devices";
import { useFleet } from "@/api/fleet";
import { Dialog } from "@/parts/dialog";
import { readNumber } from "@/parts/numbers";
import { ProblemNote } from "@/parts/problem-note";
import { noName, TextLine } from "@/parts/text-line";
import { DeviceSettings } from "./device-settings";

const STATES: [keyof NonNullable<Profile["states"]>, string][] = [
  ["holding", "While it holds the servos still it shows"],
  ["bypassed", "While it lets everything through it shows"],
  ["ready", "Ready to fly it shows"],
  ["range_well_used", "A range that is well used it shows as"],
  ["range_poorly_used", "A range that is poorly used it shows as"],
];
const SHOWS_STATES = ["unit"];
const HAS_CURVES = ["transmitter"];
/** Devices that hold settings: a sheet lists them. */
const HAS_SHEET = ["transmitter", "unit", "speed controller"];

const pointsOf = (text: string) =>
  text
    .split(/[\s,;]+/)
    .filter(Boolean)
    .map((each) => readNumber(each));

export function DeviceEditor({ device }: { device: Device }) {
  const { profile, put, refused, pending } = useProfile(device);
  const act = useDeviceAct();
  const [removing, setRemoving] = useState(false);
  return (
    <section aria-label={device.name} className="grid gap-5">
      <div className="flex flex-wrap items-end gap-2">
        <div className="min-w-56 grow">
          <TextLine
            label="What you call it"
            value={profile.name}
            refuse={noName}
            onKeep={(name) => put(() => ({ name }))}
          />
        </div>
        {pending ? (
          // A file made now would lack what was entered last.
          <button type="button" className="key" disabled>
            Export
          </button>
        ) : (
          <a className="key" href={deviceFile(device.id)} download>
            Export
          </a>
        )}
        <button type="button" className="key" onClick={() => setRemoving(true)}>
          Remove
        </button>
      </div>
      {refused && <ProblemNote problem={refused} />}
      {act.isError && <ProblemNote problem={asProblem(act.error)} />}
      <Dialog open={removing} onOpenChange={setRemoving} title={`Remove ${profile.name}?`}>
        <p>
          What you said of it goes with it, for good, and helicopters that have it speak our words
          again. Export it first if you may want it back.
        </p>
        <div className="mt-4 flex gap-2">
          <button type="button" className="key flex-1" onClick={() => setRemoving(false)}>
            Keep it
          </button>
          <button
            type="button"
            className="key flex-1 border-out text-out"
            onClick={() => act.mutate({ do: "drop", device: device.id })}
          >
            Remove for good
          </button>
        </div>
      </Dialog>
      <On device={device} />
      {HAS_CURVES.includes(device.kind) && (
        <div className="grid gap-3 sm:grid-cols-2">
          <label className="text-sm">
            Softer expo has the sign
            <select
              className="field mt-0.5 block w-full"
              value={profile.expo_softer ?? ""}
              onChange={(event) =>
                put(() => ({
                  expo_softer: (event.target.value || null) as Profile["expo_softer"],
                }))
              }
            >
              <option value="">not said</option>
              <option value="plus">plus</option>
              <option value="minus">minus</option>
            </select>
          </label>
          <TextLine
            label="Points a curve can have, with commas between"
            value={(profile.curve_points ?? []).join(", ")}
            refuse={(text) =>
              pointsOf(text).includes(null)
                ? `found “${text}”; allowed: whole numbers with commas between`
                : null
            }
            onKeep={(text) =>
              put(() => ({ curve_points: pointsOf(text).filter((point) => point !== null) }))
            }
          />
        </div>
      )}
      {SHOWS_STATES.includes(device.kind) && (
        <div className="grid gap-3 sm:grid-cols-2">
          {STATES.map(([state, label]) => (
            <TextLine
              key={state}
              label={label}
              value={profile.states?.[state] ?? ""}
              onKeep={(text) =>
                put((now) => {
                  const { [state]: _, ...others } = now.states ?? {};
                  return { states: text ? { ...others, [state]: text } : others };
                })
              }
            />
          ))}
          <label className="text-sm">
            Taught its throws it wants
            <select
              className="field mt-0.5 block w-full"
              value={profile.learns ?? ""}
              onChange={(event) =>
                put(() => ({ learns: (event.target.value || null) as Profile["learns"] }))
              }
            >
              <option value="">not said</option>
              <option value="all_ends">both ends of everything</option>
              <option value="one_end_of_each_axis">one end of each cyclic axis</option>
            </select>
          </label>
        </div>
      )}
      <DeviceSettings
        profile={profile}
        ours={device.ours}
        onKeep={(change) => put((now) => ({ settings: change(now.settings ?? []) }))}
      />
    </section>
  );
}

/** The helicopters that have it. */
function On({ device }: { device: Device }) {
  const fleet = useFleet();
  const act = useDeviceAct();
  if (!fleet.data?.length) return null;
  return (
    <fieldset className="flex flex-wrap gap-x-5 gap-y-1">
      <legend className="text-sm">Helicopters that have it</legend>
      {fleet.data.map((each) => {
        const has = device.helicopters.includes(each.id);
        return (
          <span key={each.id} className="flex items-center gap-2 py-1">
            <label className="flex items-center gap-2">
              <input
                type="checkbox"
                className="size-5 accent-mint"
                checked={has}
                disabled={act.isPending}
                onChange={() =>
                  act.mutate({
                    do: "fit",
                    helicopter: each.id,
                    kind: device.kind,
                    device: has ? null : device.id,
                  })
                }
              />
              {each.name}
            </label>
            {has && HAS_SHEET.includes(device.kind) && (
              <Link
                to={`/helicopters/${each.id}/sheet/${device.id}`}
                className="text-mint underline"
              >
                sheet<span className="sr-only"> of {each.name}</span>
              </Link>
            )}
          </span>
        );
      })}
    </fieldset>
  );
}
