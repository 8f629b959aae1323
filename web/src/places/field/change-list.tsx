/** What was moved before a flight: device, setting, from → to, and what for. */
import type { Changed } from "@/api/field";
import { DeviceTag } from "@/parts/settings/devices";
import { unitWords } from "@/parts/settings/setting";

export function ChangeList({ changed }: { changed: Changed[] }) {
  return (
    <ul>
      {changed.map((each) => (
        <li key={each.path} className="border-b border-rule py-1">
          <p className="flex flex-wrap items-baseline justify-between gap-x-3">
            <span>{each.name}</span>
            <span className="figure font-semibold">
              <span className="font-normal text-faint">{each.before} →</span> {each.after}{" "}
              {unitWords(each.unit)}
            </span>
          </p>
          <p className="flex flex-wrap items-baseline gap-x-3 text-sm text-faint">
            <DeviceTag device={each.device} />
            {each.against && <span>against: {each.against}</span>}
          </p>
        </li>
      ))}
    </ul>
  );
}
