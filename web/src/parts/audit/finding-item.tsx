/** One finding: what was found, why it matters, what to set and where, and its fix. */
import { useState } from "react";
import { Link } from "react-router";
import type { Finding } from "@/api/audit";
import { useCatalogue } from "@/api/catalogue";
import type { Problem, Setup } from "@/api/client";
import type { Editor } from "@/api/draft";
import { ProblemNote } from "@/parts/problem-note";
import { DeviceTag } from "@/parts/settings/devices";
import { OnDevicesList } from "@/parts/settings/on-device";
import { placeOf } from "@/parts/settings/setting-place";
import type { Asked } from "@/parts/settings/use-shown-setting";
import { SeverityMark } from "./severity";

type Props = {
  id: string;
  finding: Finding;
  arrangement: Setup["arrangement"];
  editor: Editor;
};

export function FindingItem({ id, finding, arrangement, editor }: Props) {
  const { rows } = useCatalogue();
  const [problem, setProblem] = useState<Problem | null>(null);
  return (
    <li className="border-t border-rule pt-2" data-rule={finding.rule}>
      <div className="flex items-baseline justify-between gap-3">
        <SeverityMark severity={finding.severity} />
        <DeviceTag device={finding.device} />
      </div>
      <p className="font-semibold first-letter:uppercase">{finding.found}.</p>
      <p className="text-sm">{finding.why}</p>
      <p className="mt-1 text-sm">
        <b>Then:</b> {finding.fix}
      </p>
      <OnDevicesList said={finding.on_devices} />
      <p className="text-xs text-faint">Judged by {finding.rests_on}.</p>
      <div className="mt-1.5 flex flex-wrap gap-1.5">
        {finding.fixable && (
          <button
            type="button"
            className="key key-main min-h-8 text-sm"
            onClick={async () => setProblem(await editor.fix(finding.rule, finding.path))}
          >
            Fix it in the draft
          </button>
        )}
        <Link
          to={placeOf(id, finding.path, rows, arrangement)}
          state={{ setting: finding.path } satisfies Asked}
          className="key min-h-8 text-sm"
        >
          Show the setting
        </Link>
      </div>
      {problem && <ProblemNote problem={problem} />}
    </li>
  );
}
