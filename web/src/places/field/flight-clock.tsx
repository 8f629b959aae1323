/** In the air: a clock to be read from afar, and one key to land. */
import { PlaneLanding } from "lucide-react";
import { useEffect, useState } from "react";
import type { FieldHand, Flight } from "@/api/field";
import { useShortcut } from "@/parts/shortcuts/registry";
import { useAwake } from "@/parts/use-awake";

type Props = { flight: Flight; hand: FieldHand };

export function FlightClock({ flight, hand }: Props) {
  const landed = flight.landed_at !== null;
  const seconds = useSeconds(flight.began_at, flight.landed_at);
  useAwake(true);
  useShortcut({
    keys: ["o"],
    says: "land",
    run: () => landed || void hand.land(flight.number),
  });
  return (
    <section aria-labelledby="in-the-air" className="space-y-4">
      <h2 id="in-the-air" className="text-2xl font-semibold">
        Flight <span className="figure">{flight.number}</span>, {landed ? "down" : "in the air"}
      </h2>
      <p className="figure text-center text-[min(28vw,8rem)] leading-none" role="timer">
        {Math.floor(seconds / 60)}:{String(seconds % 60).padStart(2, "0")}
      </p>
      {landed && (
        <p role="status" className="font-semibold text-workable">
          No answer yet: the flight is kept here and goes by itself.
        </p>
      )}
      <button
        type="button"
        disabled={landed}
        className="key key-main min-h-24 w-full text-2xl"
        onClick={() => void hand.land(flight.number)}
      >
        <PlaneLanding aria-hidden size={28} /> Landed
        <kbd className="figure text-xs">O</kbd>
      </button>
      <button
        type="button"
        className="text-sm text-faint underline"
        onClick={() => void hand.takeBack(flight.number)}
      >
        It was not flown: back to the ground
      </button>
    </section>
  );
}

/** Whole seconds since a moment, up to another where that has come. */
function useSeconds(since: string | null, until: string | null): number {
  const [now, setNow] = useState(Date.now);
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 500);
    return () => clearInterval(timer);
  }, []);
  const end = until ? Date.parse(until) : now;
  return since ? Math.max(0, Math.floor((end - Date.parse(since)) / 1000)) : 0;
}
