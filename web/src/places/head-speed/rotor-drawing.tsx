/** Where the rotor's lengths are measured: the one whose field has the focus, else the radius. */
import { useMemo } from "react";
import type { Draft } from "@/api/client";
import { Drawing } from "@/parts/bench-view/drawing";
import { useLive } from "@/parts/levers/live";
import { useSettingInFocus } from "@/parts/settings/setting-focus";

const LENGTH = /^airframe\.rotor\.\w+_mm$/;

export function RotorDrawing({ draft }: { draft: Draft }) {
  const focused = useSettingInFocus() ?? "";
  const measured = LENGTH.test(focused) ? focused : "airframe.rotor.radius_mm";
  const view = useMemo(() => ({ azimuth: 180, exaggerate: 1, measured }), [measured]);
  const live = useLive(draft.id, draft.version, view);
  return (
    <div className="relative col-span-2 h-52 overflow-hidden border border-rule">
      <Drawing setup={draft.document} source={live} />
    </div>
  );
}
