/** Where theory has this mode hover, told apart from what the pilot says of it. */
import type { Curve } from "@/api/modes";
import { shown } from "@/parts/numbers";

export function OnPaper({ found }: { found: Curve["on_paper"] }) {
  if (!found) return null;
  const [first, ...more] = found.lacks;
  if (first) {
    return (
      <p className="text-sm text-faint">
        Where it hovers on paper could be computed with: {first.toLowerCase()}
        {more.length > 0 && ` and ${more.length} more`}.
      </p>
    );
  }
  const speed = `${shown(found.rpm ?? 0, 0)} rpm`;
  if (found.pitch_deg === null) {
    return <p className="text-sm">On paper, at {speed}, no pitch carries this weight.</p>;
  }
  return (
    <p className="text-sm">
      <span aria-hidden>▽ </span>on paper, at {speed}:{" "}
      <b className="figure">{shown(found.pitch_deg, 1)}°</b>
      {found.stick_pct === null ? (
        ", which this curve never gives"
      ) : (
        <>
          {" "}
          at stick <b className="figure">{shown(found.stick_pct, 0)} %</b>
        </>
      )}
      <span className="text-faint">; theory reads low</span>
    </p>
  );
}
