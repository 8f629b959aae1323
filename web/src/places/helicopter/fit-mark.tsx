/** Fit to fly, or every reason why not; unknown while it is not known. */
import { useIsFetching } from "@tanstack/react-query";
import { CircleAlert, CircleCheck, CircleDashed } from "lucide-react";
import { useSearchParams } from "react-router";
import { useBench } from "@/api/bench";
import { useDraft, useSaving } from "@/api/draft";

/** On a phone a sentence has a line of its own, above the keys. */
const SENTENCE =
  "flex items-center gap-1.5 font-semibold max-sm:order-first max-sm:basis-full max-sm:justify-end";

export function FitMark({ id }: { id: string }) {
  const [search] = useSearchParams();
  const { data: bench } = useBench(id, search.get("step"));
  const saving = useSaving(id);
  const asking = useIsFetching({ queryKey: ["bench", id] }) > 0;
  const draft = useDraft(id);
  const old = saving.state !== "saved" || asking || draft.data?.version !== bench?.version;
  if (!bench || ((bench.fitness.fit || bench.fitness.to_save) && old)) {
    return (
      <p className="flex items-center gap-1.5 text-faint">
        <CircleDashed aria-hidden size={19} /> looking…
      </p>
    );
  }
  const { fit, withheld, revision, to_save: toSave } = bench.fitness;
  if (fit) {
    return (
      <p className={`${SENTENCE} text-in`}>
        <CircleCheck aria-hidden size={19} />
        {bench.simulated ? (
          <span>
            Every step done<span className="max-[1400px]:sr-only">, in practice</span>
          </span>
        ) : (
          `Revision ${revision} is fit to fly`
        )}
      </p>
    );
  }
  if (toSave) {
    return (
      <p className={`${SENTENCE} text-workable`}>
        <CircleAlert aria-hidden size={19} /> All done: save it to call it fit
      </p>
    );
  }
  return (
    <details className="relative">
      <summary className="key list-none text-sm">
        <CircleAlert aria-hidden size={17} className="text-workable" />
        <span className="hidden min-[1400px]:inline">Not called fit to fly</span>
        <span className="min-[1400px]:hidden">Not fit</span>
      </summary>
      <div className="absolute right-0 z-30 mt-1 max-h-[70dvh] w-80 max-w-[90vw] overflow-y-auto border-2 border-ink bg-sheet p-3 text-sm">
        <p className="font-semibold">Withheld because of</p>
        <ul className="mt-1 list-inside list-disc">
          {withheld.map((reason) => (
            <li key={reason}>{reason}</li>
          ))}
        </ul>
      </div>
    </details>
  );
}
