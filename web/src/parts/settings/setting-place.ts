/** Where a setting is edited: the address of the place that shows it. */
import { type Row, rowOf } from "@/api/catalogue";
import type { Setup } from "@/api/client";
import { addressOf } from "@/places";
import { FOLLOWED, OF_HEAD_SPEED, stageFor, stagesOf } from "./stages";

export function placeOf(
  id: string,
  path: string,
  rows: Row[],
  arrangement: Setup["arrangement"],
): string {
  const mode = /^transmitter\.modes\.(\w+)(?:\.(\w+))?/.exec(path);
  if (mode) {
    const open = mode[2]?.startsWith("throttle")
      ? "throttle"
      : mode[2] === "rates"
        ? "rates"
        : "pitch";
    return addressOf("modes", id, `?mode=${mode[1]}&open=${open}`);
  }
  if (path.startsWith("transmitter.rate_sets"))
    return addressOf("modes", id, "?mode=normal&open=rates");
  if (path.startsWith("transmitter.switches"))
    return addressOf("path", id, "?function=collective&stage=stick");
  if (OF_HEAD_SPEED.test(path)) return addressOf("head-speed", id);
  // A finding may speak of a whole part: the first setting in it says where that is.
  const pattern = path.replace(/\.\d+(?=\.|$)/g, ".*");
  const row = rowOf(rows, path) ?? rows.find((each) => each.path.startsWith(`${pattern}.`));
  for (const f of FOLLOWED) {
    const stage = row && stageFor(row, f, stagesOf(f, arrangement));
    if (stage) return addressOf("path", id, `?function=${f}&stage=${stage}`);
  }
  return addressOf("path", id, "?function=helicopter&stage=whole");
}
