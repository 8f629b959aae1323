/** A figure a log measured that the setup has a place for: it goes there by one key. */
import { useState } from "react";
import { useCatalogue } from "@/api/catalogue";
import type { Draft } from "@/api/client";
import type { Editor } from "@/api/draft";
import type { LogShown } from "@/api/logs";
import { shown } from "@/parts/numbers";
import { reason } from "@/parts/settings/saved-number";
import { numberAt, valueAt } from "@/parts/settings/setting";

type Props = {
  keeps: NonNullable<LogShown["findings"][number]["keeps"]>;
  draft: Draft;
  editor: Editor;
};

export function LogFigureKey({ keeps, draft, editor }: Props) {
  const [fault, setFault] = useState<string | null>(null);
  const { rows } = useCatalogue();
  const setting = numberAt(rows, keeps.path, draft.document);
  const figure = `${shown(keeps.value, setting.decimals)} ${setting.unit}`;
  const label = setting.label.toLowerCase();
  if (valueAt(draft.document, keeps.path) === keeps.value) {
    return <p className="text-faint">Kept as the {label}.</p>;
  }
  return (
    <>
      <button
        type="button"
        className="key mt-1 block text-sm"
        onClick={async () => setFault(reason(await editor.edit([keeps]), keeps.path))}
      >
        Keep {figure} as the {label}
      </button>
      {fault && (
        <p role="alert" className="mt-1 text-out">
          {fault}
        </p>
      )}
    </>
  );
}
