/** What the helicopter's own device calls a setting, and what it shows there. */
import { createContext, useContext, useMemo } from "react";
import { type ShownSetting, useShownByDevices } from "@/api/devices";
import { unitWords } from "./setting";

const Shown = createContext<ReadonlyMap<string, ShownSetting>>(new Map());

type Props = { id: string; version: number; children: React.ReactNode };

/** Everything in it knows what the helicopter's devices show. */
export function DeviceWords({ id, version, children }: Props) {
  const found = useShownByDevices(id, version);
  const known = useMemo(
    () => new Map(found.data?.map((each) => [each.path, each] as const)),
    [found.data],
  );
  return <Shown.Provider value={known}>{children}</Shown.Provider>;
}

export function OnDevice({ path }: { path: string }) {
  const shown = useContext(Shown).get(path);
  if (!shown?.own) return null;
  return (
    <p className="mt-0.5 text-sm leading-tight text-faint">
      {shown.device}: {shown.called} <b className="figure text-ink">{shown.text}</b>{" "}
      {unitWords(shown.unit)}
      {shown.rounded && <span className="text-workable"> it cannot hold the exact figure</span>}
    </p>
  );
}
