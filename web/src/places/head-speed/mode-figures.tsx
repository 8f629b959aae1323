/** A mode's figures: head-room with its verdict, hover, and what to keep away from. */
import type { ModeSpeed } from "@/api/head-speed";
import { shown } from "@/parts/numbers";
import { WordMark } from "@/parts/verdict";

const BY = { air: "as flown", paper: "on paper, reads low", typed: "as typed" };

export function ModeFigures({ open }: { open: ModeSpeed }) {
  const { packs, hover } = open;
  const resting = packs.resting;
  return (
    <section aria-label="Figures of this mode">
      <div className="flex flex-wrap items-baseline justify-between gap-x-4 border-b-2 border-ink pb-0.5">
        <h3 className="font-semibold">Head-room</h3>
        {open.word ? <WordMark word={open.word} /> : <span className="text-faint">not known</span>}
      </div>
      <p className="mt-1">
        <b className="figure text-2xl">{shown(resting?.headroom_full_pct, 0)} %</b> of the throttle
        left at full collective, pack in mid-flight; hover{" "}
        <b className="figure">{shown(resting?.headroom_hover_pct, 0)} %</b>.
      </p>
      <p className="text-sm text-faint">
        15 % or more is good, 10 to 15 workable. The shop's rule, without any load:{" "}
        <span className="figure">{shown(open.shop_pct, 0)} %</span>.
      </p>
      <table className="mt-2 w-full text-sm [&_td]:py-0.5 [&_td]:text-right [&_th]:pr-2 [&_th]:text-left [&_th]:font-normal">
        <thead>
          <tr className="border-b border-rule text-faint">
            <th scope="col">pack</th>
            <th scope="col" className="text-right!">
              hover
            </th>
            <th scope="col" className="text-right!">
              full collective
            </th>
            <th scope="col" className="text-right!">
              volts under it
            </th>
          </tr>
        </thead>
        <tbody>
          {(["full", "resting", "empty"] as const).map((name) => (
            <tr key={name} className="border-b border-rule">
              <th scope="row">
                {{ full: "charged", resting: "mid-flight", empty: "nearly empty" }[name]}
              </th>
              <td className="figure">{amps(packs[name]?.hover.battery_a)}</td>
              <td className="figure">{amps(packs[name]?.full.battery_a)}</td>
              <td className="figure">{shown(packs[name]?.full.pack_v, 1)} V</td>
            </tr>
          ))}
        </tbody>
      </table>
      <dl className="mt-3 grid grid-cols-[1fr_auto] gap-x-4 gap-y-0.5 text-sm [&_dd]:text-right">
        <Line name={`Hover pitch, ${BY[hover.by]}`} value={`${shown(hover.pitch_deg, 1)}°`} />
        <Line name="Hover at stick" value={`${shown(hover.stick_pct, 0)} %`} />
        {hover.by === "air" && (
          <Line name="On paper alone" value={`${shown(hover.paper.pitch_deg, 1)}°`} />
        )}
        <Line name="Power in hover, full collective" value={watts(open)} />
        <Line name="Minutes on 80 % of the pack, hovering" value={shown(open.minutes, 1)} />
        <Line
          name="Thrust at full collective, of the weight"
          value={`${shown(open.thrust_over_weight, 1)} times`}
        />
        <Line
          name="Mean lift coefficient; the blades stall at 1"
          value={shown(open.mean_lift, 2)}
        />
        <Line name="Weight on the disc" value={`${shown(open.disc_loading, 0)} N/m²`} />
        {open.tail_share_pct !== null && (
          <Line
            name="The described tail takes in hover"
            value={`${shown(open.tail_share_pct, 0)} % more`}
          />
        )}
      </dl>
      <h3 className="mt-4 border-b-2 border-ink pb-0.5 font-semibold">To keep away from</h3>
      <dl className="mt-1 grid grid-cols-[1fr_auto] gap-x-4 gap-y-0.5 text-sm [&_dd]:text-right">
        <Line name="Blade tips" value={`${shown(open.tip_speed_m_s, 0)} m/s`} />
        <Line name="Of the speed of sound" value={share(open.tip_mach)} />
        <Line name="Held in the turning blades" value={`${shown(open.energy_j, 0)} J`} />
        <Line name="Tail rotor" value={`${shown(open.tail_rpm, 0)} rpm`} />
      </dl>
      <p className="mt-1 text-sm">
        The makers of blades, head and tail say how fast they may turn; no figure here does.
      </p>
    </section>
  );
}

function Line({ name, value }: { name: string; value: string }) {
  return (
    <>
      <dt>{name}</dt>
      <dd className="figure font-semibold">{value}</dd>
    </>
  );
}

const amps = (value: number | null | undefined) =>
  value == null ? "not held" : `${shown(value, 0)} A`;
const share = (mach: number | null) => (mach === null ? "–" : shown(mach, 2));
const watts = (open: ModeSpeed) => `${shown(open.power_w, 0)} W, ${shown(open.full_power_w, 0)} W`;
