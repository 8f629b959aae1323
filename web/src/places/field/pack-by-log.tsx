/** A flight's log knows the resistance of the pack that was flown: one key writes it down. */
import { Check } from "lucide-react";
import { asProblem } from "@/api/client";
import { useLog } from "@/api/logs";
import { type Pack, usePackLife, usePackMeasure } from "@/api/packs";
import { shown } from "@/parts/numbers";
import { ProblemNote } from "@/parts/problem-note";

type Props = { id: string; log: string; day: string; pack: Pack | undefined };

export function PackByLog({ id, log, day, pack }: Props) {
  const found = useLog(id, log, null);
  const mohm = found.data?.findings.find((each) => each.kind === "pack_resistance")?.value;
  // A simulated log says nothing of a real pack.
  if (!pack || !day || mohm == null || found.data?.log.simulated) return null;
  return <Offer pack={pack} day={day} mohm={mohm} />;
}

function Offer({ pack, day, mohm }: { pack: Pack; day: string; mohm: number }) {
  const life = usePackLife(pack.id);
  const act = usePackMeasure(pack.id);
  if (!life.data) return null;
  const kept = life.data.measures.some(
    (each) => each.by === "log" && each.day === day && each.mohm === mohm,
  );
  return (
    <div className="text-sm">
      <p>
        Its log says that {pack.name} has <b className="figure">{shown(mohm, 1)} mΩ</b>.
      </p>
      {kept ? (
        <p role="status" className="flex items-center gap-1.5">
          <Check aria-hidden size={16} /> Written down for {pack.name}. {life.data.text}
        </p>
      ) : (
        <button
          type="button"
          className="key mt-1 min-h-11"
          disabled={act.isPending}
          onClick={() => act.mutate({ day, mohm, by: "log" })}
        >
          Write it down for {pack.name}
        </button>
      )}
      {act.isError && <ProblemNote problem={asProblem(act.error)} />}
    </div>
  );
}
