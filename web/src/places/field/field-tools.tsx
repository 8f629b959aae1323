/** What else there is to do at the field: a trim flight, packs, parts, after a crash. */
import { useState } from "react";
import type { Field, FieldHand } from "@/api/field";
import type { Here } from "@/parts/current-helicopter";
import { Dialog } from "@/parts/dialog";
import { Crash } from "./crash";
import { Packs } from "./packs";
import { Parts } from "./parts";
import { TrimFlight } from "./trim-flight";

type Props = Here & { field: Field; hand: FieldHand };
type Sheet = "trim" | "packs" | "parts" | "crash";

const SHEETS: { name: Sheet; label: string; title: string }[] = [
  { name: "trim", label: "Trim flight", title: "Trim flight" },
  { name: "packs", label: "Packs", title: "Packs" },
  { name: "parts", label: "Parts", title: "Flights on parts" },
  { name: "crash", label: "After a crash", title: "After a crash" },
];

export function FieldTools({ draft, editor, field, hand }: Props) {
  const [open, setOpen] = useState<Sheet | null>(null);
  const close = () => setOpen(null);
  const sheet = SHEETS.find((each) => each.name === open);
  return (
    <nav aria-label="More at the field">
      <ul className="grid grid-cols-2 gap-1.5 sm:grid-cols-4 md:grid-cols-2 lg:grid-cols-4">
        {SHEETS.map(({ name, label }) => (
          <li key={name}>
            <button type="button" className="key min-h-11 w-full" onClick={() => setOpen(name)}>
              {label}
            </button>
          </li>
        ))}
      </ul>
      <Dialog open={open !== null} onOpenChange={close} title={sheet?.title ?? ""}>
        {open === "trim" && <TrimFlight {...{ draft, editor, field, hand }} done={close} />}
        {open === "packs" && <Packs packs={field.packs} />}
        {open === "parts" && <Parts id={draft.id} />}
        {open === "crash" && <Crash id={draft.id} done={close} />}
      </Dialog>
    </nav>
  );
}
