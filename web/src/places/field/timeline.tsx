/** What happened, the newest first: flights, revisions, work by hand. */
import { BookmarkCheck, Wrench } from "lucide-react";
import { useState } from "react";
import { type FieldHand, type Flight, type Happened, useTimeline } from "@/api/field";
import type { Pack } from "@/api/packs";
import { dayOf } from "@/parts/dates";
import { ChangeList } from "./change-list";

type Props = { id: string; packs: Pack[]; hand: FieldHand };

export function Timeline({ id, packs, hand }: Props) {
  const pages = useTimeline(id);
  const happened = pages.data?.pages.flatMap((page) => page.happened) ?? [];
  if (happened.length === 0) return null;
  return (
    <section aria-labelledby="timeline">
      <h2 id="timeline" className="border-b-2 border-ink text-lg font-semibold">
        What happened
      </h2>
      <ol>
        {happened.map((each) => (
          <li key={`${each.kind} ${each.number} ${each.at}`} className="border-b border-rule">
            {each.flight ? (
              <OneFlight flight={each.flight} packs={packs} hand={hand} />
            ) : (
              <Other happened={each} />
            )}
          </li>
        ))}
      </ol>
      {pages.hasNextPage && (
        <button
          type="button"
          className="key mt-2 min-h-11 w-full"
          onClick={() => void pages.fetchNextPage()}
        >
          What was before
        </button>
      )}
    </section>
  );
}

const ROW = "grid w-full grid-cols-[2rem_1fr_auto] items-baseline gap-2 py-1.5 text-left";

function Other({ happened }: { happened: Happened }) {
  const revision = happened.kind === "revision";
  const Sign = revision ? BookmarkCheck : Wrench;
  return (
    <p className={`${ROW} text-sm text-faint`}>
      <Sign aria-hidden size={16} className="self-center" />
      <span>
        {revision && (
          <b className="font-semibold">
            revision <span className="figure">{happened.number}</span>{" "}
          </b>
        )}
        {happened.words}
      </span>
      <span>{dayOf(happened.at)}</span>
    </p>
  );
}

type FlightProps = { flight: Flight; packs: Pack[]; hand: FieldHand };

function OneFlight({ flight, packs, hand }: FlightProps) {
  const [open, setOpen] = useState(false);
  const changed = flight.changed.map((each) => each.name).join(", ");
  return (
    <>
      <button
        type="button"
        aria-expanded={open}
        className={`${ROW} min-h-11 hover:bg-wash ${flight.struck ? "text-faint line-through" : ""}`}
        onClick={() => setOpen(!open)}
      >
        <span className="figure font-semibold">
          <span className="sr-only">flight </span>
          {flight.number}
        </span>
        <span>
          {changed && (
            <span className="block text-sm text-faint">
              changed: {changed}
              {flight.verdict && <>: {MARKS[flight.verdict]}</>}
            </span>
          )}
          {seenOn(flight)}
        </span>
        <span className="text-sm text-faint">{flight.landed_at && dayOf(flight.landed_at)}</span>
      </button>
      {open && <Details flight={flight} packs={packs} hand={hand} />}
    </>
  );
}

const MARKS = { better: "better", worse: "worse", same: "as before" } as const;

function seenOn(flight: Flight): string {
  if (flight.seen === null) return "Not written down yet";
  return flight.seen.length === 0 ? "Nothing was wrong" : flight.seen_words.join("; ");
}

function Details({ flight, packs, hand }: FlightProps) {
  const pack = packs.find((each) => each.id === flight.pack);
  const facts = [
    flight.minutes !== null && `${flight.minutes} min`,
    pack?.name,
    flight.place,
    flight.wind && `wind: ${flight.wind}`,
    flight.revision !== null && `revision ${flight.revision}`,
  ].filter(Boolean);
  const more = flight.withheld.length - 3;
  return (
    <div className="space-y-2 pb-3 pl-10 text-sm">
      {flight.changed.length > 0 && <ChangeList changed={flight.changed} />}
      {facts.length > 0 && <p>{facts.join(" · ")}</p>}
      {flight.words && <p>“{flight.words}”</p>}
      {flight.next_idea && <p>Next idea: {flight.next_idea}</p>}
      {!flight.fit && (
        <p className="text-workable">
          Flown although it was not fit: {flight.withheld.slice(0, 3).join("; ")}
          {more > 0 && ` and ${more} more`}
        </p>
      )}
      <button
        type="button"
        className="underline"
        onClick={() => void hand.strike(flight.number, !flight.struck)}
      >
        {flight.struck ? "Let it count again" : "Strike it out"}
      </button>
    </div>
  );
}
