/** A pitch measured without a gauge: folded tips, chord edges, or a picture. */
import { Ruler } from "lucide-react";
import { useState } from "react";
import { type BenchHand, pitchByOtherMeans } from "@/api/bench";
import { asProblem, type Problem } from "@/api/client";
import { Dialog } from "@/parts/dialog";
import { readNumber, signed } from "@/parts/numbers";
import { ProblemNote } from "@/parts/problem-note";
import { PicturePitch } from "./picture-pitch";

const WAYS = [
  {
    by: "gap",
    label: "Folded tips",
    says: "Both blades folded straight back at the same pitch.",
    small: "Gap between the tips, up and down (mm)",
    large: "Bolt to tip (mm)",
  },
  {
    by: "chord",
    label: "Chord edges",
    says: "Heights of the leading and the trailing edge at one place of the blade.",
    small: "Leading edge above trailing edge (mm)",
    large: "Chord there (mm)",
  },
] as const;

type Props = { hand: BenchHand; use: (pitch: number) => void };

export function PitchConversion({ hand, use }: Props) {
  const [open, setOpen] = useState(false);
  const [by, setBy] = useState<"gap" | "chord" | "picture">("gap");
  const done = (pitch: number) => {
    use(pitch);
    setOpen(false);
  };
  const way = WAYS.find((each) => each.by === by);
  return (
    <>
      <button type="button" className="key flex-1" onClick={() => setOpen(true)}>
        <Ruler aria-hidden size={18} /> Without a gauge…
      </button>
      <Dialog open={open} onOpenChange={setOpen} title="Pitch without a gauge">
        <fieldset className="flex">
          <legend className="sr-only">How it is measured</legend>
          {[
            ...WAYS.map((each) => [each.by, each.label] as const),
            ["picture", "A picture"] as const,
          ].map(([name, label]) => (
            <button
              key={name}
              type="button"
              aria-pressed={by === name}
              className="border-b-4 border-transparent px-3 py-1.5 aria-pressed:border-mint aria-pressed:font-semibold"
              onClick={() => setBy(name)}
            >
              {label}
            </button>
          ))}
        </fieldset>
        {way ? (
          <TwoLengths key={by} way={way} done={done} />
        ) : (
          <PicturePitch hand={hand} done={done} />
        )}
      </Dialog>
    </>
  );
}

function TwoLengths({ way, done }: { way: (typeof WAYS)[number]; done: (pitch: number) => void }) {
  const [small, setSmall] = useState("");
  const [large, setLarge] = useState("");
  const [pitch, setPitch] = useState<number | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const work = async () => {
    try {
      // What is no number is for the server to name.
      const body = {
        by: way.by,
        small_mm: readNumber(small) ?? Number.NaN,
        large_mm: readNumber(large) ?? Number.NaN,
      };
      setPitch(await pitchByOtherMeans(body));
      setProblem(null);
    } catch (error) {
      setPitch(null);
      setProblem(asProblem(error));
    }
  };
  return (
    <form
      className="mt-3 space-y-3"
      onSubmit={(event) => {
        event.preventDefault();
        // The dialog stands inside the reading's own form: this is not that one's answer.
        event.stopPropagation();
        void work();
      }}
    >
      <p className="text-sm">{way.says}</p>
      {[
        { label: way.small, text: small, set: setSmall },
        { label: way.large, text: large, set: setLarge },
      ].map(({ label, text, set }) => (
        <label key={label} className="block">
          {label}
          <input
            className="field figure mt-1 w-full text-right text-xl"
            inputMode="decimal"
            value={text}
            onChange={(event) => set(event.target.value)}
          />
        </label>
      ))}
      <button type="submit" className="key w-full">
        Work it out
      </button>
      {problem && <ProblemNote problem={problem} />}
      {pitch !== null && (
        <button type="button" className="key key-main w-full text-lg" onClick={() => done(pitch)}>
          Use {signed(pitch)}°
        </button>
      )}
    </form>
  );
}
