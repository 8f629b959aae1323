/** What is otherwise than on the last flight on which nothing was wrong. */
import type { Field } from "@/api/field";
import { ChangeList } from "./change-list";

export function GoodFlightDifferences({ since }: { since: NonNullable<Field["since_good"]> }) {
  return (
    <section aria-labelledby="since-good">
      <h2 id="since-good" className="border-b-2 border-ink text-lg font-semibold">
        Changed since flight <span className="figure">{since.number}</span>, the last good one
      </h2>
      <ChangeList changed={since.changed} />
    </section>
  );
}
