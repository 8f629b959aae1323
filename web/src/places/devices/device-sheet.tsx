/** A helicopter's settings as one device has them, top to bottom in its own order; for print too. */
import { Printer } from "lucide-react";
import { Link, useParams } from "react-router";
import { asProblem } from "@/api/client";
import { type OnDevice, useOnBoard } from "@/api/devices";
import { useDraft } from "@/api/draft";
import { usePageTitle } from "@/parts/page-title";
import { ProblemNote } from "@/parts/problem-note";
import { Rounded } from "@/parts/settings/on-device";
import { unitWords } from "@/parts/settings/setting";
import { TopBar } from "@/parts/top-bar";

export function DeviceSheetPlace() {
  const { id = "", device = "" } = useParams();
  const draft = useDraft(id);
  usePageTitle(draft.data ? `${draft.data.document.name} · Sheet` : "Sheet");
  if (draft.isError) return <Failed error={draft.error} />;
  if (!draft.data) return <p className="p-6">Opening…</p>;
  const { document, version } = draft.data;
  return <Sheet {...{ id, device, version }} name={document.name} />;
}

type Props = { id: string; device: string; version: number; name: string };

function Sheet({ id, device, version, name }: Props) {
  const found = useOnBoard(id, version);
  if (found.isError) return <Failed error={found.error} />;
  if (!found.data) return <p className="p-6">Opening…</p>;
  const its = found.data.find((each) => each.id === device);
  return (
    <div className="min-h-dvh">
      <TopBar title="Device sheet">
        <Link to={`/devices?device=${device}`} className="key">
          The device
        </Link>
        <button type="button" className="key" onClick={() => window.print()}>
          <Printer aria-hidden size={18} /> Print
        </button>
      </TopBar>
      <main className="mx-auto max-w-4xl px-3 pb-16 md:px-6">
        {its ? (
          <>
            <h2 className="mt-3 text-2xl font-semibold">
              {name} on {its.name}
            </h2>
            <p className="text-sm text-faint">
              As the draft stands, in the order in which {its.name} has it. Go down its menus once
              and tick.
            </p>
            {byMenu(its.settings).map(({ menu, settings }) => (
              <MenuTable key={settings[0]?.path} {...{ menu, settings }} />
            ))}
          </>
        ) : (
          <p className="mt-4 max-w-prose text-lg">
            {name} has no such device. Tick it on the device's own page first.
          </p>
        )}
      </main>
    </div>
  );
}

function MenuTable({ menu, settings }: { menu: string; settings: OnDevice[] }) {
  return (
    <table className="mt-4 w-full break-inside-avoid border-collapse">
      <caption className="pb-1 text-left text-lg font-semibold first-letter:uppercase">
        {menu || "No menu said"}
      </caption>
      <thead className="text-left text-sm text-faint">
        <tr>
          <th className="w-8 font-normal">
            <span className="sr-only">done</span>
          </th>
          <th className="w-2/5 font-normal">there</th>
          <th className="w-1/5 text-right font-normal">shows</th>
          <th className="pl-4 font-normal">our name</th>
        </tr>
      </thead>
      <tbody>
        {settings.map((each) => (
          <tr key={each.path} className="border-t border-rule align-baseline">
            <td aria-hidden>
              <span className="inline-block size-3.5 border border-ink" />
            </td>
            <td className="py-1 pr-2">{each.called}</td>
            <td className="py-1 text-right">
              <b className="figure whitespace-nowrap">
                {each.text} {unitWords(each.unit)}
              </b>
            </td>
            <td className="py-1 pl-4 text-sm text-faint">
              {each.ours}
              <Rounded said={each} />
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** What stands together in one menu, as it comes. */
function byMenu(settings: OnDevice[]): { menu: string; settings: OnDevice[] }[] {
  const menus: { menu: string; settings: OnDevice[] }[] = [];
  for (const each of settings) {
    const last = menus.at(-1);
    if (last?.menu === each.menu) last.settings.push(each);
    else menus.push({ menu: each.menu, settings: [each] });
  }
  return menus;
}

function Failed({ error }: { error: unknown }) {
  return (
    <main className="p-6">
      <ProblemNote problem={asProblem(error)} />
    </main>
  );
}
