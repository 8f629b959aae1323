/** Records: two setups beside one another, and everything out in open tables. */
import { Download, Smartphone, StickyNote } from "lucide-react";
import { Link } from "react-router";
import { exportAddress, wholeAddress } from "@/api/fleet";
import { tableAddress } from "@/api/records";
import { useCurrentHelicopter } from "@/parts/current-helicopter";
import { Compare } from "./compare";

const TABLES = [
  { name: "readings", says: "every reading of the bench, with its unit" },
  { name: "changes", says: "what each revision has otherwise than the one before" },
  { name: "flights", says: "every flight, what was changed before it and seen on it" },
] as const;

export function RecordsPlace() {
  const { draft, editor } = useCurrentHelicopter();
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
            <Out key={name} href={tableAddress(draft.id, name)} name={name} kind="as CSV">
              {says}
            </Out>
          ))}
          <Out href={wholeAddress(draft.id)} name="Everything of it" kind="as one file">
            setup, revisions, readings, flights, photos and logs, to be imported in any hangar
          </Out>
          <Out href={exportAddress(draft.id)} name="Setup file" kind="of the draft">
            to be imported here or anywhere it is read
          </Out>
        </ul>
      </section>
    </main>
  );
}

type OutProps = { href: string; name: string; kind: string; children: React.ReactNode };

/** One thing to take away. */
function Out({ href, name, kind, children }: OutProps) {
  return (
    <li className="border-b border-rule">
      <a className="flex min-h-11 items-center gap-3 hover:bg-wash" href={href} download>
        <Download aria-hidden size={18} className="shrink-0" />
        <span>
          <b className="inline-block font-semibold first-letter:uppercase">{name}</b> {kind}:{" "}
          <span className="text-faint">{children}</span>
        </span>
      </a>
    </li>
  );
}
