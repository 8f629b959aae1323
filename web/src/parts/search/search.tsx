/** One search over everything: typed, walked with the arrow keys, opened with Enter or a tap. */
import { useId, useState } from "react";
import { useNavigate, useParams } from "react-router";
import { asProblem } from "@/api/client";
import { useDraft } from "@/api/draft";
import { type FoundItem, useSearch } from "@/api/search";
import { Dialog } from "@/parts/dialog";
import { ProblemNote } from "@/parts/problem-note";
import { useFoundAddress } from "./found-address";
import { FoundLine } from "./found-line";

type Props = { open: boolean; onOpenChange: (open: boolean) => void };

export function SearchDialog({ open, onOpenChange }: Props) {
  return (
    <Dialog open={open} onOpenChange={onOpenChange} title="Look up">
      <Search close={() => onOpenChange(false)} />
    </Dialog>
  );
}

const LONGEST = 80;

function Search({ close }: { close: () => void }) {
  const { id } = useParams();
  const draft = useDraft(id ?? "", id !== undefined);
  const [text, setText] = useState("");
  const [at, setAt] = useState(0);
  const found = useSearch(id, text);
  const name = useId();
  const way = useFoundAddress(id, draft.data?.document.arrangement ?? "unit_mixes");
  const navigate = useNavigate();
  const items = text.trim() ? (found.data?.found ?? []) : [];
  const here = Math.min(at, items.length - 1);
  const go = (item: FoundItem | undefined) => {
    if (!item) return;
    const { to, state } = way(item);
    close();
    navigate(to, { state });
  };
  return (
    <>
      <label htmlFor={`${name}-text`} className="sr-only">
        What are you looking for?
      </label>
      <input
        id={`${name}-text`}
        role="combobox"
        aria-expanded={items.length > 0}
        aria-controls={`${name}-list`}
        aria-autocomplete="list"
        aria-activedescendant={items.length > 0 ? `${name}-${here}` : undefined}
        className="field w-full text-lg"
        placeholder={id ? "a setting, step, finding, reading or word" : "a helicopter or a word"}
        maxLength={LONGEST}
        autoComplete="off"
        value={text}
        onChange={(event) => {
          setText(event.target.value);
          setAt(0);
        }}
        onKeyDown={(event) => {
          const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
          if (step !== undefined && items.length > 0) {
            event.preventDefault();
            setAt((here + step + items.length) % items.length);
          }
          if (event.key === "Enter") {
            event.preventDefault();
            go(items[here]);
          }
        }}
      />
      <p role="status" className="mt-2 text-sm text-faint">
        {told(text, found.data ? items.length : null)}
      </p>
      {found.isError && <ProblemNote problem={asProblem(found.error)} />}
      <div id={`${name}-list`} role="listbox" aria-label="Found" className="mt-1">
        {items.map((item, n) => (
          <FoundLine
            key={`${item.kind} ${item.leads_to} ${item.title}`}
            id={`${name}-${n}`}
            item={item}
            at={n === here}
            open={() => go(item)}
          />
        ))}
      </div>
    </>
  );
}

function told(text: string, count: number | null): string {
  if (!text.trim()) return "Type a word, or the beginning of one.";
  if (count === null) return "Looking…";
  if (count === 0) return "Nothing is called so. Try another word for it.";
  return `${count} found. ↑ ↓ and Enter open one.`;
}
