/** Where a mode hovers: by what was flown, on paper, or as it was typed; each told apart. */
import type { Curve } from "@/api/modes";
import { shown } from "@/parts/numbers";

type Hover = NonNullable<Curve["hover"]>;

const BY: Record<Hover["by"], string> = {
  air: "as flown",
  paper: "on paper",
  typed: "as typed",
};

/** The hover that counts, in one line. */
export function HoversAt({ hover }: { hover: Curve["hover"] }) {
  if (!hover) return null;
  const pitch = `${shown(hover.pitch_deg, 1)}°, ${BY[hover.by]}`;
  if (hover.stick_pct === null) return <>never at the hover's {pitch}</>;
  return (
    <>
      hovers ({pitch}) at stick <b className="figure">{shown(hover.stick_pct, 0)} %</b>
      {hover.band && (
        <span className="figure text-faint" title="with 100 g or 100 rpm more or less">
          {" "}
          ({shown(hover.band.low, 0)} to {shown(hover.band.high, 0)})
        </span>
      )}
    </>
  );
}

/** What theory alone says, beside it; or what it would need. */
export function OnPaper({ hover }: { hover: Curve["hover"] }) {
  if (!hover) return null;
  const { paper, by, factor, said } = hover;
  const [first, ...more] = paper.lacks;
  if (first) {
    return (
      <p className="text-sm text-faint">
        Where it hovers on paper could be computed with: {first.toLowerCase()}
        {more.length > 0 && ` and ${more.length} more`}.
      </p>
    );
  }
  const speed = `${shown(paper.rpm ?? 0, 0)} rpm`;
  return (
    <p className="text-sm">
      {paper.pitch_deg === null ? (
        `On paper, at ${speed}, no pitch carries this weight.`
      ) : by === "air" ? (
        <>
          <span aria-hidden>▽ </span>on paper alone, at {speed}:{" "}
          <b className="figure">{shown(paper.pitch_deg, 1)}°</b>
          {paper.stick_pct !== null && (
            <>
              {" "}
              at stick <b className="figure">{shown(paper.stick_pct, 0)} %</b>
            </>
          )}
          ; what was flown makes that <b className="figure">{shown(factor, 2)}</b> times
        </>
      ) : (
        <span className="text-faint">At {speed}; theory reads low until a hover was flown.</span>
      )}
      {said && <b className="text-workable"> {said}</b>}
    </p>
  );
}

type Marks = { hover: Hover; x: (pct: number) => number; foot: number };

/** At the foot of a curve: a stroke for a hover that was flown or typed, a hollow mark for one on
 * paper, and how far little changes move it. */
export function HoverMarks({ hover, x, foot }: Marks) {
  const { stick_pct: stick, band, by, paper } = hover;
  return (
    <g>
      {band && (
        <path
          d={`M${x(band.low)} ${foot - 1.5}H${x(band.high)}`}
          data-mark="band"
          className="stroke-mint opacity-60"
          strokeWidth="3"
        />
      )}
      {stick !== null && by !== "paper" && (
        <path
          d={`M${x(stick)} ${foot}v-9`}
          data-mark={by}
          className="stroke-mint"
          strokeWidth="3"
        />
      )}
      {paper.stick_pct !== null && (
        <path
          d={`M${x(paper.stick_pct)} ${foot}l4 -7h-8z`}
          data-mark="on paper"
          className="fill-sheet stroke-ink"
          strokeWidth="1.5"
        />
      )}
    </g>
  );
}
