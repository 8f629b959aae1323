/** After a crash: noted at once, then what to look at, piece by piece, and what the bench has to
 * measure anew. */
import { useEffect, useState } from "react";
import { useNavigate } from "react-router";
import { useHand } from "@/api/bench";
import { asProblem } from "@/api/client";
import { useHandProblem } from "@/api/hand";
import { useLookedOver, useWear, useWearAnew, type Wear } from "@/api/wear";
import { dayOf } from "@/parts/dates";
import { ProblemNote } from "@/parts/problem-note";
import { addressOf } from "@/places";

type Props = { id: string; done: () => void };

export function Crash({ id, done }: Props) {
  const wear = useWear(id);
  const anew = useWearAnew(id);
  const hand = useHand(id);
  const problem = useHandProblem(hand);
  const [again, setAgain] = useState(false);
  if (wear.isError) return <ProblemNote problem={asProblem(wear.error)} />;
  if (!wear.data) return <p>Opening the list…</p>;
  const note = async () => {
    if (await hand.touched("final_directions", "crash")) return;
    setAgain(false);
    await anew();
  };
  const crashedAt = wear.data.crashed_at;
  return (
    <>
      <p>
        Pack out first, away from everything that burns. Nothing flies again before each of these
        was looked at and the bench has measured anew what a crash moves.
      </p>
      {problem && <ProblemNote problem={problem} />}
      {crashedAt && !again ? (
        <>
          <LookedOver id={id} wear={wear.data} at={crashedAt} />
          <ToTheBench id={id} done={done} />
          <button type="button" className="mt-3 underline" onClick={() => setAgain(true)}>
            It crashed again since
          </button>
        </>
      ) : (
        <>
          <ul className="mt-2">
            {wear.data.after_a_crash.map(({ what, how }) => (
              <li key={what} className="border-b border-rule py-1.5">
                <b className="font-semibold">{what}.</b> {how}
              </li>
            ))}
          </ul>
          <button
            type="button"
            className="key key-main mt-3 min-h-14 w-full text-lg whitespace-normal"
            onClick={() => void note()}
          >
            It crashed: write it down and begin the list
          </button>
        </>
      )}
    </>
  );
}

function LookedOver({ id, wear, at }: { id: string; wear: Wear; at: string }) {
  const act = useLookedOver(id);
  const list = wear.after_a_crash;
  return (
    <>
      <p className="mt-2 font-semibold">
        It crashed on {dayOf(at)}.{" "}
        <span className="figure">
          {list.filter((each) => each.looked).length} of {list.length}
        </span>{" "}
        looked at since.
      </p>
      <ul>
        {list.map((piece) => (
          <Piece
            key={piece.what}
            piece={piece}
            onLooked={(looked) => act.mutate({ what: piece.what, looked })}
          />
        ))}
      </ul>
      {act.isError && <ProblemNote problem={asProblem(act.error)} />}
      <p className="mt-1 text-sm text-faint">
        What was changed, say so at the bench too: “Worked on”.
      </p>
    </>
  );
}

type PieceProps = {
  piece: Wear["after_a_crash"][number];
  onLooked: (looked: boolean) => void;
};

/** One piece; its tick follows the hand at once, and then what is written down. */
function Piece({ piece, onLooked }: PieceProps) {
  const [ticked, setTicked] = useState(piece.looked);
  useEffect(() => setTicked(piece.looked), [piece.looked]);
  return (
    <li className="border-b border-rule">
      <label className="flex min-h-11 items-start gap-3 py-1.5">
        <input
          type="checkbox"
          className="mt-1 size-5 shrink-0 accent-mint"
          checked={ticked}
          onChange={(event) => {
            setTicked(event.target.checked);
            onLooked(event.target.checked);
          }}
        />
        <span>
          <b className="font-semibold">{piece.what}.</b> {piece.how}
        </span>
      </label>
    </li>
  );
}

function ToTheBench({ id, done }: Props) {
  const go = useNavigate();
  return (
    <button
      type="button"
      className="key key-main mt-3 min-h-14 w-full text-lg whitespace-normal"
      onClick={() => {
        done();
        go(addressOf("bench", id));
      }}
    >
      Show what the bench has to measure anew
    </button>
  );
}
