/** The speed controller's own card: its items in its manual's order and words, and what is wanted. */

import { ArrowDown, ArrowUp, X } from "lucide-react";
import { useId, useState } from "react";
import type { Draft, Setup } from "@/api/client";
import type { Editor } from "@/api/draft";
import { useCardConfirmed } from "@/api/head-speed";
import { dayOf } from "@/parts/dates";
import { reason } from "@/parts/settings/saved-number";
import { TextLine } from "@/parts/text-line";

type Item = NonNullable<NonNullable<Setup["speed_controller"]>["card"]>[number];

const CARD = "speed_controller.card";

export function ControllerCard({ draft, editor }: { draft: Draft; editor: Editor }) {
  const setup = draft.document;
  const card = setup.speed_controller?.card ?? [];
  const confirmed = useCardConfirmed(draft.id, draft.version).data ?? [];
  const [fault, setFault] = useState<string | null>(null);
  if (setup.drive?.kind === "other") return null;
  const keep = async (items: Item[]) =>
    setFault(
      reason(await editor.edit([{ path: CARD, value: items.length > 0 ? items : null }]), CARD),
    );
  // Each field by itself: what is typed elsewhere meanwhile stays.
  const put = async (at: number, to: Partial<Item>) => {
    const base = `${CARD}.${at}`;
    const changes = Object.entries(to).map(([name, value]) => ({ path: `${base}.${name}`, value }));
    setFault(reason(await editor.edit(changes), base));
  };
  const move = (at: number, by: number) => {
    const items = [...card];
    const [item] = items.splice(at, 1);
    if (item) items.splice(at + by, 0, item);
    return keep(items);
  };
  return (
    <section aria-label="The controller's own card" className="mt-6">
      <h2 className="border-b-2 border-ink pb-0.5 text-lg font-semibold">The controller's card</h2>
      <p className="mt-1 text-sm text-faint">
        In the order of its manual, with the choices as they come: the bench leads through them one
        by one and keeps what the controller confirmed.
      </p>
      <ol className="hidden print:block">
        {card.map((item, i) => (
          <li
            // biome-ignore lint/suspicious/noArrayIndexKey: an item is its place in the order
            key={i}
            className="border-b border-rule py-1"
          >
            {i + 1} {item.name}: <b>{item.choices[item.wanted ?? 0]}</b>, of{" "}
            {item.choices.join(", ")}; {whenWords(confirmed[i])}
          </li>
        ))}
      </ol>
      <ol className="mt-2 grid gap-1 print:hidden">
        {card.map((item, i) => (
          <li
            // biome-ignore lint/suspicious/noArrayIndexKey: an item is its place in the order
            key={i}
            className="border-l-4 border-rule pl-2"
          >
            <details>
              <summary className="py-1">
                <span className="figure text-faint">{i + 1}</span> {item.name}:{" "}
                <b>{item.choices[item.wanted ?? 0]}</b>
                <span className="block pl-4 text-sm text-faint">{whenWords(confirmed[i])}</span>
              </summary>
              <ItemFields item={item} number={i + 1} onKeep={(to) => put(i, to)} />
              <div className="mt-1 flex gap-1">
                <Small label={`Item ${i + 1} up`} off={i === 0} onClick={() => move(i, -1)}>
                  <ArrowUp aria-hidden size={16} />
                </Small>
                <Small
                  label={`Item ${i + 1} down`}
                  off={i === card.length - 1}
                  onClick={() => move(i, 1)}
                >
                  <ArrowDown aria-hidden size={16} />
                </Small>
                <Small
                  label={`Take item ${i + 1} out`}
                  off={false}
                  onClick={() => keep(card.filter((_, at) => at !== i))}
                >
                  <X aria-hidden size={16} />
                </Small>
              </div>
            </details>
          </li>
        ))}
      </ol>
      {fault && (
        <p role="alert" className="mt-1 text-sm text-out">
          {fault}
        </p>
      )}
      <div className="mt-2 flex flex-wrap gap-2 print:hidden">
        <button
          type="button"
          className="key text-sm"
          onClick={() =>
            keep([
              ...card,
              {
                name: `Item ${card.length + 1}`,
                choices: ["off", "on"],
                wanted: 0,
                by_cells: false,
              },
            ])
          }
        >
          Add an item
        </button>
        {card.length > 0 && (
          <button type="button" className="key text-sm" onClick={() => print()}>
            Print
          </button>
        )}
      </div>
    </section>
  );
}

/** When the real controller took what is wanted. */
function whenWords(at: string | null | undefined): string {
  return at ? `confirmed ${dayOf(at)}` : "not confirmed";
}

type SmallProps = {
  label: string;
  off: boolean;
  onClick: () => void;
  children: React.ReactNode;
};

function Small({ label, off, onClick, children }: SmallProps) {
  return (
    <button type="button" className="key px-2" aria-label={label} disabled={off} onClick={onClick}>
      {children}
    </button>
  );
}

type FieldsProps = { item: Item; number: number; onKeep: (to: Partial<Item>) => void };

function ItemFields({ item, number, onKeep }: FieldsProps) {
  const wanted = useId();
  return (
    <div className="grid gap-1.5">
      <TextLine
        label={`Item ${number}, name`}
        value={item.name}
        onKeep={(name) => onKeep({ name })}
      />
      <TextLine
        label="choices, with commas between"
        value={item.choices.join(", ")}
        onKeep={(text) => {
          const choices = text.split(",").map((each) => each.trim());
          const last = Math.max(choices.length - 1, 0);
          onKeep({ choices, wanted: Math.min(item.wanted ?? 0, last) });
        }}
      />
      <label htmlFor={wanted} className="text-sm leading-tight">
        wanted
      </label>
      <select
        id={wanted}
        className="field -mt-1"
        value={item.wanted ?? 0}
        onChange={(event) => onKeep({ wanted: Number(event.target.value) })}
      >
        {item.choices.map((choice, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a choice is its place in the order
          <option key={i} value={i}>
            {choice}
          </option>
        ))}
      </select>
      <label className="flex items-center gap-2 text-sm leading-tight">
        <input
          type="checkbox"
          className="size-5 accent-mint"
          checked={item.by_cells ?? false}
          onChange={(event) => onKeep({ by_cells: event.target.checked })}
        />
        item {number} goes by the cell count, as a cut-off
      </label>
    </div>
  );
}
