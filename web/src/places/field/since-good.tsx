/** What is otherwise than on the last flight on which nothing was wrong. */
import type { Field } from "@/api/field";
import { ChangedLines } from "./changed-lines";

export function SinceGood({ since }: { since: NonNullable<Field["since_good"]> }) {
  return (
    <section aria-labelledby="since-good">
      <h2 id="since-good" className="border-b-2 border-ink text-lg font-semibold">
        Changed since flight <span className="figure">{since.number}</span>, the last good one
      </h2>
      <ChangedLines changed={since.changed} />
    </section>
  );
}
