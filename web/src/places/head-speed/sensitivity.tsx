/** What a little weight, speed, height or another pack changes of the hover. */
import type { ModeSpeed } from "@/api/head-speed";
import { shown } from "@/parts/numbers";

export function Sensitivity({ open }: { open: ModeSpeed }) {
  if (open.table.length === 0) return null;
  return (
    <section aria-label="What changes the hover">
      <h3 className="border-b-2 border-ink pb-0.5 font-semibold">What changes the hover</h3>
      <table className="mt-1 w-full text-sm [&_td]:py-0.5 [&_td]:text-right [&_th]:py-0.5">
        <thead>
          <tr className="border-b border-rule text-faint [&_th]:font-normal">
            <th scope="col" className="text-left">
              on paper
            </th>
            <th scope="col" className="text-right">
              pitch
            </th>
            <th scope="col" className="text-right">
              stick
            </th>
            <th scope="col" className="text-right">
              power
            </th>
            <th scope="col" className="text-right">
              minutes
            </th>
          </tr>
        </thead>
        <tbody>
          {open.table.map((row) => (
            <tr key={row.what} className="border-b border-rule">
              <th scope="row" className="text-left font-normal">
                {row.what}
              </th>
              <td className="figure">{shown(row.collective_deg, 2)}°</td>
              <td className="figure">{shown(row.stick_pct, 0)} %</td>
              <td className="figure">{shown(row.power_w, 0)} W</td>
              <td className="figure">{shown(row.minutes, 1)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
