/** Pinions beside one another at this mode's target: what each leaves, and the most it holds. */
import type { ModeSpeed } from "@/api/head-speed";
import { shown } from "@/parts/numbers";
import { NumberField } from "@/parts/settings/number-field";
import { freeNumber } from "@/parts/settings/setting";

type Props = {
  open: ModeSpeed;
  fitted: number | null;
  /** Head-room that is to be left at full collective, percent. */
  room: number;
  onRoom: (room: number) => void;
};

export function PinionTable({ open, fitted, room, onRoom }: Props) {
  return (
    <section aria-label="Pinions">
      <h3 className="border-b-2 border-ink pb-0.5 font-semibold">
        Pinions at {shown(open.rpm, 0)} rpm
      </h3>
      {open.pinions.length === 0 ? (
        <p className="mt-1 text-sm text-faint">
          Compared once motor, gear, pack, blades and weight are described.
        </p>
      ) : (
        <>
          <div className="mt-1 flex flex-wrap items-end gap-4">
            <div className="w-36">
              <NumberField
                setting={freeNumber("wanted.room", "Head-room wanted", "%")}
                value={room}
                save={async (to) => {
                  if (to < 0 || to > 50) return `found ${to}; allowed: 0 to 50`;
                  onRoom(to);
                  return null;
                }}
              />
            </div>
            <p className="min-w-48 flex-1 text-sm">{open.pinion_says}</p>
          </div>
          <table className="mt-1 w-full text-sm [&_td]:py-0.5 [&_td]:text-right [&_th]:py-0.5">
            <thead>
              <tr className="border-b border-rule text-faint [&_th]:font-normal">
                <th scope="col" className="text-left">
                  teeth
                </th>
                <th scope="col" className="text-right">
                  unloaded
                </th>
                <th scope="col" className="text-right">
                  hover
                </th>
                <th scope="col" className="text-right">
                  full coll.
                </th>
                <th scope="col" className="text-right">
                  highest with {room} %
                </th>
              </tr>
            </thead>
            <tbody>
              {open.pinions.map((row) => (
                <tr
                  key={row.teeth}
                  className={`border-b border-rule ${row.teeth === fitted ? "bg-wash" : ""}`}
                >
                  <th scope="row" className="text-left font-semibold">
                    <span className="figure">{row.teeth}</span>
                    {row.teeth === fitted && <span className="font-normal"> fitted</span>}
                    {row.teeth === open.suits && <span className="font-normal"> suits</span>}
                  </th>
                  <td className="figure">{shown(row.unloaded_rpm, 0)}</td>
                  <td className="figure">{throttle(row.duty_hover)}</td>
                  <td className="figure">{throttle(row.duty_full)}</td>
                  <td className="figure">{shown(row.most_rpm, 0)}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <p className="mt-1 text-sm text-faint">
            Throttle in hover and at full collective, pack in mid-flight.
          </p>
        </>
      )}
    </section>
  );
}

const throttle = (duty: number | null) =>
  duty === null ? "not held" : `${shown(100 * duty, 0)} %`;
