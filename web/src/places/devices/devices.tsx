/** Devices: each of the pilot's own, described once for every helicopter that has it. */
import { FileUp } from "lucide-react";
import { useRef } from "react";
import { asProblem } from "@/api/client";
import { type DeviceKind, useDeviceAct, useDevices } from "@/api/devices";
import { useOpenState } from "@/parts/open-state";
import { usePageTitle } from "@/parts/page-title";
import { ProblemNote } from "@/parts/problem-note";
import { TopBar } from "@/parts/top-bar";
import { DeviceEditor } from "./device-editor";

const KINDS: [DeviceKind, string][] = [
  ["transmitter", "Transmitter"],
  ["unit", "Unit"],
  ["speed controller", "Speed controller"],
  ["gauge", "Pitch gauge"],
  ["receiver", "Receiver"],
];
const READ = (search: URLSearchParams) => ({ device: search.get("device") ?? "" });

export function DevicesPlace() {
  usePageTitle("Devices");
  const devices = useDevices();
  const act = useDeviceAct();
  const [asked, change] = useOpenState(READ);
  const file = useRef<HTMLInputElement>(null);
  const open = devices.data?.find((each) => each.id === asked.device) ?? devices.data?.[0];
  const make = async (wanted: Parameters<typeof act.mutateAsync>[0]) => {
    const made = await act.mutateAsync(wanted).catch(() => null);
    if (made) change({ device: made.id });
  };
  return (
    <div className="min-h-dvh">
      <TopBar title="Devices">
        <button type="button" className="key" onClick={() => file.current?.click()}>
          <FileUp aria-hidden size={18} /> Import
        </button>
        <input
          ref={file}
          type="file"
          accept=".json,application/json"
          aria-label="Device profile to import"
          className="hidden"
          onChange={async (event) => {
            const [one] = event.target.files ?? [];
            if (one) await make({ do: "bring", file: one });
            if (file.current) file.current.value = "";
          }}
        />
      </TopBar>
      <main className="mx-auto grid max-w-6xl content-start gap-5 px-3 pb-16 md:px-6 lg:grid-cols-[16rem_1fr]">
        <div>
          <p className="mt-3 text-sm text-faint">
            Every device has names and scales of its own. Describe yours once: what it calls a
            setting, in its order, on its scale. Every helicopter that has it then speaks its words
            beside ours.
          </p>
          {devices.isError && <ProblemNote problem={asProblem(devices.error)} />}
          <ul className="mt-3 grid gap-1">
            {devices.data?.map((each) => (
              <li key={each.id}>
                <button
                  type="button"
                  aria-pressed={each.id === open?.id}
                  className="w-full border-l-4 border-rule px-2 py-1.5 text-left hover:bg-wash aria-pressed:border-mint aria-pressed:bg-wash"
                  onClick={() => change({ device: each.id })}
                >
                  {each.name} <span className="block text-sm text-faint">{each.kind}</span>
                </button>
              </li>
            ))}
          </ul>
          <fieldset className="mt-4 flex flex-wrap gap-1">
            <legend className="mb-1 text-sm">Describe another</legend>
            {KINDS.map(([kind, words]) => (
              <button
                key={kind}
                type="button"
                className="key text-sm"
                disabled={act.isPending}
                onClick={() => make({ do: "begin", kind })}
              >
                {words}
              </button>
            ))}
          </fieldset>
          {act.isError && (
            <div className="mt-3">
              <ProblemNote problem={asProblem(act.error)} />
            </div>
          )}
        </div>
        <div className="min-w-0">
          {open && <DeviceEditor key={open.id} device={open} />}
          {devices.data?.length === 0 && (
            <p className="mt-4 max-w-prose text-lg">
              Nothing is described yet. Begin with the transmitter: its end points, curves and gain
              are what advice speaks of most.
            </p>
          )}
        </div>
      </main>
    </div>
  );
}
