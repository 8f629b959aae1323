/** One thing found: what kind it is, what it is called, what stands there. */
import { useEffect, useRef } from "react";
import type { FoundItem } from "@/api/search";
import { unitWords } from "@/parts/settings/setting";

type Props = { id: string; item: FoundItem; at: boolean; open: () => void };

export function FoundLine({ id, item, at, open }: Props) {
  const line = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (at) line.current?.scrollIntoView?.({ block: "nearest" });
  }, [at]);
  return (
    // biome-ignore lint/a11y/useKeyWithClickEvents: the field it belongs to answers the keys
    <div
      ref={line}
      id={id}
      role="option"
      tabIndex={-1}
      aria-selected={at}
      onClick={open}
      className="cursor-pointer border-b border-rule px-2 py-1.5 hover:bg-wash aria-selected:bg-wash aria-selected:outline-2 aria-selected:-outline-offset-2 aria-selected:outline-mint"
    >
      <div className="flex items-baseline justify-between gap-3">
        <span className="min-w-0 font-semibold">{item.title}</span>
        <span className="flex shrink-0 items-baseline gap-3 text-sm">
          {item.value && (
            <span className="figure">
              {item.value} {unitWords(item.unit)}
            </span>
          )}
          <span className="text-faint">{item.kind}</span>
        </span>
      </div>
      {item.says && (
        <p className={`text-sm ${item.kind === "word" ? "" : "line-clamp-1 text-faint"}`}>
          {item.says}
        </p>
      )}
    </div>
  );
}
