/** Records: two setups beside one another, and everything out in open tables. */
import { Download, Package, Smartphone, StickyNote } from "lucide-react";
import { Link } from "react-router";
import { exportAddress, wholeAddress } from "@/api/fleet";
import { tableAddress } from "@/api/records";
import { useHere } from "@/places/helicopter/helicopter-layout";
import { Compare } from "./compare";

const TABLES = [
  { name: "readings", says: "every reading of the bench, with its unit" },
  { name: "changes", says: "what each revision has otherwise than the one before" },
  { name: "flights", says: "every flight, what was changed before it and seen on it" },
] as const;

export function RecordsPlace() {
  const { draft, editor } = useHere();
  return (
    <main className="mx-auto w-full max-w-6xl space-y-8 px-3 py-4 md:px-5 xl:min-h-0 xl:overflow-y-auto">
      <section aria-labelledby="papers">
        <h2 id="papers" className="border-b-2 border-ink text-lg font-semibold">
          On paper
        </h2>
        <div className="mt-2 flex flex-wrap gap-2">
          <Link className="key min-h-11" to={`/helicopters/${draft.id}/paper/bench`}>
            <StickyNote aria-hidden size={18} /> Bench sheet
          </Link>
          <Link className="key min-h-11" to={`/helicopters/${draft.id}/paper/field`}>
            <Smartphone aria-hidden size={18} /> Field card
          </Link>
        </div>
        <p className="mt-1 text-sm text-faint">
          Everything in the order of work, and what a pocket holds at the field: on the screen, on
          the printer, as a PDF.
        </p>
      </section>
      <Compare draft={draft} editor={editor} />
      <section aria-labelledby="out">
        <h2 id="out" className="border-b-2 border-ink text-lg font-semibold">
          Out, as open files
        </h2>
        <ul>
          {TABLES.map(({ name, says }) => (
            <li key={name} className="border-b border-rule">
              <a
                className="flex min-h-11 items-center gap-3 hover:bg-wash"
                href={tableAddress(draft.id, name)}
                download
              >
                <Download aria-hidden size={18} className="shrink-0" />
                <span>
                  <b className="inline-block font-semibold first-letter:uppercase">{name}</b> as CSV:{" "}
                  <span className="text-faint">{says}</span>
                </span>
              </a>
            </li>
          ))}
          <li className="border-b border-rule">
            <a
              className="flex min-h-11 items-center gap-3 hover:bg-wash"
              href={wholeAddress(draft.id)}
              download
            >
              <Package aria-hidden size={18} className="shrink-0" />
              <span>
                <b className="font-semibold">Everything of it</b> as one file:{" "}
                <span className="text-faint">
                  setup, revisions, readings, flights, photos and logs, to be imported in any hangar
                </span>
              </span>
            </a>
          </li>
          <li className="border-b border-rule">
            <a
              className="flex min-h-11 items-center gap-3 hover:bg-wash"
              href={exportAddress(draft.id)}
              download
            >
              <Download aria-hidden size={18} className="shrink-0" />
              <span>
                <b className="font-semibold">Setup file</b> of the draft:{" "}
                <span className="text-faint">to be imported here or anywhere it is read</span>
              </span>
            </a>
          </li>
        </ul>
      </section>
    </main>
  );
}
