/** The servos' side of power: force at the ball, time for the throw, current against the BEC. */
import type { HeadSpeeds } from "@/api/head-speed";
import { shown } from "@/parts/numbers";
import { WordMark } from "@/parts/verdict";

export function ServoSupply({ found }: { found: HeadSpeeds }) {
  const { servos, supply } = found;
  const known = servos.some((each) => each.force_n !== null || each.throw_s !== null);
  return (
    <section aria-label="Servos and their supply">
      <h3 className="border-b-2 border-ink pb-0.5 font-semibold">Servos and their supply</h3>
      {known ? (
        <table className="mt-1 w-full text-sm [&_td]:py-0.5 [&_td]:text-right [&_th]:py-0.5">
          <thead>
            <tr className="border-b border-rule text-faint [&_th]:font-normal">
              <th scope="col" className="text-left">
                normal mode
              </th>
              <th scope="col" className="text-right">
                force at the ball
              </th>
              <th scope="col" className="text-right">
                throw from centre
              </th>
              <th scope="col" className="text-right">
                takes
              </th>
            </tr>
          </thead>
          <tbody>
            {servos.map((each) => (
              <tr key={each.name} className="border-b border-rule">
                <th scope="row" className="text-left font-normal">
                  {each.name}
                </th>
                <td className="figure">{shown(each.force_n, 0)} N</td>
                <td className="figure">{shown(each.throw_deg, 0)}°</td>
                <td className="figure">
                  {shown(each.throw_s, 2)} s {each.word && <WordMark word={each.word} brief />}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      ) : (
        <p className="mt-1 text-sm text-faint">
          With torque and time for 60° from the servos' data sheets (Path, horns) their force at the
          ball and the time for a full throw stand here.
        </p>
      )}
      <p className="mt-1 text-sm">
        {supply.stall_a === null || supply.bec_a === null ? (
          <span className="text-faint">
            With every servo's stall current, the tail's too, and the BEC's own, one is held against
            the other.
          </span>
        ) : (
          <>
            The BEC gives <b className="figure">{shown(supply.bec_a, 0)} A</b>; all servos held
            still at once draw <b className="figure">{shown(supply.stall_a, 0)} A</b>.{" "}
            {supply.word && <WordMark word={supply.word} />}
          </>
        )}
      </p>
    </section>
  );
}
