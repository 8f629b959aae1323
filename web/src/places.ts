/** Every place: its address, what links and titles call it, what Help says of it, its code. */
import type { ComponentType } from "react";

type Code = () => Promise<{ default: ComponentType }>;

export type Place = {
  /** Its address, as the router writes it. */
  path: string;
  label: string;
  /** What one does there; empty where Help need not list it. */
  says: string;
  code: Code;
};

function ofHelicopter(name: string, label: string, says: string, code: Code): Place {
  return { path: `/helicopters/:id/${name}`, label, says, code };
}

/** The places of one helicopter, in the order of the bar's links. */
export const HELICOPTER_PLACES = {
  bench: ofHelicopter(
    "bench",
    "Bench",
    "The steps, one at a time, with the drawing beside them. Practice is here too.",
    () => import("@/places/bench/bench").then((all) => ({ default: all.BenchPlace })),
  ),
  path: ofHelicopter(
    "path",
    "Path",
    "The chain from stick to blade, stage by stage, with the live value at each. Curves and rates are edited in Modes, the drive in Head speed, every other setting here.",
    () => import("@/places/path/path").then((all) => ({ default: all.PathPlace })),
  ),
  modes: ofHelicopter(
    "modes",
    "Modes",
    "Curves, rates, gains and head speeds of each flight mode.",
    () => import("@/places/modes/modes").then((all) => ({ default: all.ModesPlace })),
  ),
  "head-speed": ofHelicopter(
    "head-speed",
    "Head speed",
    "Motor, gear, pack and governor: what is reached, and what is left over.",
    () => import("@/places/head-speed/head-speed").then((all) => ({ default: all.HeadSpeedPlace })),
  ),
  field: ofHelicopter(
    "field",
    "Field",
    "Flights and packs, what was seen in the air and what to change; after a crash, what to look over.",
    () => import("@/places/field/field").then((all) => ({ default: all.FieldPlace })),
  ),
  records: ofHelicopter(
    "records",
    "Records",
    "Sheets to print, files in open formats, and two setups side by side.",
    () => import("@/places/records/records").then((all) => ({ default: all.RecordsPlace })),
  ),
} satisfies Record<string, Place>;

export type HelicopterPlace = keyof typeof HELICOPTER_PLACES;

/** The other places. */
export const OTHER_PLACES = {
  hangar: {
    path: "/",
    label: "Hangar",
    says: "All your helicopters, what is open on each, new ones, files in and out.",
    code: () => import("@/places/hangar/hangar").then((all) => ({ default: all.HangarPlace })),
  },
  devices: {
    path: "/devices",
    label: "Devices",
    says: "Your own transmitter, unit, speed controller, gauge and receiver: what they call things, on their scales.",
    code: () => import("@/places/devices/devices").then((all) => ({ default: all.DevicesPlace })),
  },
  help: {
    path: "/help",
    label: "Help",
    says: "",
    code: () => import("@/places/help/help").then((all) => ({ default: all.HelpPlace })),
  },
  sheet: {
    path: "/helicopters/:id/sheet/:device",
    label: "Sheet",
    says: "",
    code: () =>
      import("@/places/devices/device-sheet").then((all) => ({ default: all.DeviceSheetPlace })),
  },
  paper: {
    path: "/helicopters/:id/paper/:which",
    label: "",
    says: "",
    code: () => import("@/places/records/paper").then((all) => ({ default: all.PaperPlace })),
  },
} satisfies Record<string, Place>;

const { hangar, ...others } = OTHER_PLACES;

export const PLACES: Place[] = [
  hangar,
  ...Object.values(HELICOPTER_PLACES),
  ...Object.values(others),
];

/** The address of a place of one helicopter. */
export function addressOf(place: HelicopterPlace, id: string, query = ""): string {
  return HELICOPTER_PLACES[place].path.replace(":id", id) + query;
}
