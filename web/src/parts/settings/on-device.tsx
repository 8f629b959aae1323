/** What the helicopter's own device calls a setting, and what it shows there. */
import { createContext, useContext, useMemo, useState } from "react";
import { answer, asProblem, client } from "@/api/client";
import { type OnBoard, type OnDevice as Said, useOnBoard } from "@/api/devices";
import type { Editor } from "@/api/draft";
import { readNumber, shown } from "@/parts/numbers";
import { TextLine } from "@/parts/text-line";
import { reason } from "./saved-number";
import { unitWords } from "./setting";

type Known = {
  helicopter: { id: string; version: number } | null;
  devices: OnBoard[];
  byPath: ReadonlyMap<string, { said: Said; device: string }>;
};

const Devices = createContext<Known>({ helicopter: null, devices: [], byPath: new Map() });

type Props = { id: string; version: number; children: React.ReactNode };

/** Everything in it knows what the helicopter's devices show. */
export function DeviceWords({ id, version, children }: Props) {
  const { data } = useOnBoard(id, version);
  const known = useMemo<Known>(
    () => ({
      helicopter: { id, version },
      devices: data ?? [],
      byPath: new Map(
        data?.flatMap((device) =>
          device.settings.map((said) => [said.path, { said, device: device.id }] as const),
        ),
      ),
    }),
    [data, id, version],
  );
  return <Devices.Provider value={known}>{children}</Devices.Provider>;
}

/** The helicopter's transmitter, where its pilot has described it. */
export function useTransmitter(): OnBoard | undefined {
  return useContext(Devices).devices.find((device) => device.kind === "transmitter");
}

/** A setting's figure on its device's scale, where that has one of its own. */
export function useOnDevice(path: string): Said | undefined {
  const found = useContext(Devices).byPath.get(path)?.said;
  return found?.own ? found : undefined;
}

/** Under a field: the device's words, and its figure, which can be typed as the display shows it. */
export function OnDevice({ path, editor }: { path: string; editor: Editor }) {
  const { helicopter, byPath } = useContext(Devices);
  const [typing, setTyping] = useState(false);
  const found = byPath.get(path);
  if (!found?.said.own || !helicopter) return null;
  const { said, device } = found;
  if (typing) {
    return <OnItsScale {...{ said, device, helicopter, editor }} onDone={() => setTyping(false)} />;
  }
  return (
    <p className="mt-0.5 text-sm leading-tight text-faint">
      {said.device}: {said.called}{" "}
      {said.figure ? (
        <button
          type="button"
          className="figure font-semibold text-ink underline decoration-dotted underline-offset-2"
          aria-label={`${said.called} on ${said.device}: ${said.text} ${said.unit}, type it as it stands there`}
          onClick={() => setTyping(true)}
        >
          {said.text} {unitWords(said.unit)}
        </button>
      ) : (
        <b className="text-ink">{said.text}</b>
      )}
      <Rounded said={said} />
      {said.rounded && said.kept !== null && (
        <button
          type="button"
          className="ml-1 underline underline-offset-2"
          onClick={() => editor.edit([{ path, value: said.kept }])}
        >
          keep what it holds
        </button>
      )}
    </p>
  );
}

/** What it costs that the device cannot hold the figure. */
export function Rounded({ said }: { said: Said }) {
  if (!said.rounded) return null;
  return (
    <span className="text-workable">
      {" "}
      is the nearest it can hold
      {said.cost_deg !== null && `: ${cost(said.cost_deg)} at the blade`}
    </span>
  );
}

const cost = (deg: number) => (deg < 0.05 ? "less than 0.05°" : `${shown(deg, 1)}° off`);

type ScaleProps = {
  said: Said;
  device: string;
  helicopter: { id: string; version: number };
  editor: Editor;
  onDone: () => void;
};

function OnItsScale({ said, device, helicopter, editor, onDone }: ScaleProps) {
  const [fault, setFault] = useState<string | null>(null);
  const keep = async (text: string) => {
    const figure = readNumber(text);
    if (figure === null) return;
    try {
      const { value } = await answer(
        client.GET("/api/helicopters/{helicopter_id}/devices/{device_id}/sheet", {
          params: {
            path: { helicopter_id: helicopter.id, device_id: device },
            query: { version: helicopter.version, path: said.path, figure },
          },
        }),
      );
      const refused = reason(await editor.edit([{ path: said.path, value }]), said.path);
      setFault(refused);
      if (!refused) onDone();
    } catch (error) {
      setFault(reason(asProblem(error), said.path));
    }
  };
  return (
    <div className="mt-1 border-l-4 border-mint pl-2">
      <TextLine
        label={`${said.called} as ${said.device} shows it`}
        value={said.text}
        refuse={(text) => (readNumber(text) === null ? `found “${text}”; allowed: a number` : null)}
        onKeep={keep}
      />
      {fault && (
        <p role="alert" className="mt-1 text-sm text-out">
          {fault}
        </p>
      )}
      <button type="button" className="key mt-1 min-h-8 text-sm" onClick={onDone}>
        Leave it
      </button>
    </div>
  );
}

/** Something to set, device by device in the order of each one's own work. */
export function OnDevicesList({ said }: { said: Said[] }) {
  if (said.length === 0) return null;
  return (
    <ul className="mt-1 text-sm" aria-label="On your devices">
      {said.map((each) => (
        <li key={each.path}>
          <span className="text-faint">
            {each.device}
            {each.menu && `, ${each.menu}`}:
          </span>{" "}
          {each.called}{" "}
          <b className="figure">
            {each.text} {unitWords(each.unit)}
          </b>
          <Rounded said={each} />
        </li>
      ))}
    </ul>
  );
}
