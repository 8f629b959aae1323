/** Where a setting is edited: the address of the place that shows it. */
import { type Row, rowOf } from "@/api/catalogue";
import type { Setup } from "@/api/client";
import { FOLLOWED, OF_HEAD_SPEED, stageFor, stagesOf } from "./stages";

export function placeOf(
  id: string,
  path: string,
  rows: Row[],
  arrangement: Setup["arrangement"],
): string {
  const home = `/helicopters/${id}`;
  const mode = /^transmitter\.modes\.(\w+)(?:\.(\w+))?/.exec(path);
  if (mode) {
    const open = mode[2]?.startsWith("throttle")
      ? "throttle"
      : mode[2] === "rates"
        ? "rates"
        : "pitch";
    return `${home}/modes?mode=${mode[1]}&open=${open}`;
  }
  if (path.startsWith("transmitter.rate_sets")) return `${home}/modes?mode=normal&open=rates`;
  if (path.startsWith("transmitter.switches"))
    return `${home}/path?function=collective&stage=stick`;
  if (OF_HEAD_SPEED.test(path)) return `${home}/head-speed`;
  // A finding may speak of a whole part: the first setting in it says where that is.
  const pattern = path.replace(/\.\d+(?=\.|$)/g, ".*");
  const row = rowOf(rows, path) ?? rows.find((each) => each.path.startsWith(`${pattern}.`));
  for (const f of FOLLOWED) {
    const stage = row && stageFor(row, f, stagesOf(f, arrangement));
    if (stage) return `${home}/path?function=${f}&stage=${stage}`;
  }
  return `${home}/path?function=helicopter&stage=whole`;
}
