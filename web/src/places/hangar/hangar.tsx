/** Hangar: every helicopter of the pilot, what it is, what it reaches, where its setup stands. */
import { FileUp, Plus, Radio } from "lucide-react";
import { useRef, useState } from "react";
import { Link, useNavigate } from "react-router";
import { useStandings } from "@/api/bench";
import { asProblem, Problem } from "@/api/client";
import { useFleet, useImport } from "@/api/fleet";
import { Dialog } from "@/parts/dialog";
import { usePageTitle } from "@/parts/page-title";
import { ProblemNote } from "@/parts/problem-note";
import { TopBar } from "@/parts/top-bar";
import { addressOf } from "@/places";
import { HelicopterRow } from "./helicopter-row";
import { NewHelicopter } from "./new-helicopter";

export function HangarPlace() {
  usePageTitle("Hangar");
  const fleet = useFleet();
  const standings = useStandings();
  const asking = standings.isFetching || standings.data?.complete === false;
  const [adding, setAdding] = useState(false);
  const bring = useImport();
  const go = useNavigate();
  const file = useRef<HTMLInputElement>(null);

  const take = (files: FileList | null) => {
    const one = files?.[0];
    if (one) bring.mutate(one, { onSuccess: (draft) => go(addressOf("path", draft.id)) });
    if (file.current) file.current.value = "";
  };

  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: dropping a file is a short cut for Import
    <div
      className="min-h-dvh"
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        take(event.dataTransfer.files);
      }}
    >
      <TopBar>
        <Link to="/devices" className="key">
          <Radio aria-hidden size={18} /> Devices
        </Link>
        <button type="button" className="key" onClick={() => file.current?.click()}>
          <FileUp aria-hidden size={18} /> Import
        </button>
        <button type="button" className="key key-main" onClick={() => setAdding(true)}>
          <Plus aria-hidden size={18} /> New helicopter
        </button>
        <input
          ref={file}
          type="file"
          accept=".json,.zip,application/json,application/zip"
          aria-label="File to import"
          className="hidden"
          onChange={(event) => take(event.target.files)}
        />
      </TopBar>
      <main className="mx-auto max-w-6xl px-3 pb-16 md:px-6">
        <h1 className="mt-4 text-3xl font-semibold">Hangar</h1>
        <div aria-live="polite">
          {bring.isPending && <p className="mt-2">Reading the file…</p>}
          {bring.isError && (
            <div className="mt-3">
              <ProblemNote problem={imported(asProblem(bring.error))} />
            </div>
          )}
        </div>
        {fleet.isError && <ProblemNote problem={asProblem(fleet.error)} />}
        {fleet.isPending && <p className="mt-4">Opening the hangar…</p>}
        {fleet.data?.length === 0 && (
          <div className="mt-8 max-w-prose space-y-3">
            <p className="text-xl">Nothing stands here yet.</p>
            <p>
              Start a <strong>new helicopter</strong>: choose its size and swash layout and you get
              lengths of that size to measure over. Or <strong>import</strong> a setup file or a
              whole helicopter’s file; dropping one on this page does the same.
            </p>
          </div>
        )}
        {fleet.data && fleet.data.length > 0 && (
          <>
            <ul className="mt-3 border-t-2 border-ink">
              {fleet.data.map((each) => (
                <HelicopterRow
                  key={each.id}
                  helicopter={each}
                  standing={standings.data?.standings.find((standing) => standing.id === each.id)}
                  asking={asking}
                />
              ))}
            </ul>
            <p className="mt-4 max-w-prose text-sm text-faint">
              Pitch figures are computed at full stick, in the flight mode that reaches furthest.
              They say what the settings reach on paper; only a gauge and a tip of the model say
              what the helicopter does.
            </p>
          </>
        )}
      </main>
      <Dialog open={adding} onOpenChange={setAdding} title="New helicopter">
        <NewHelicopter />
      </Dialog>
    </div>
  );
}

/** Say first that nothing of the file was taken. */
function imported(problem: Problem): Problem {
  return new Problem(problem.status, {
    ...problem,
    title: `Nothing was imported. ${problem.title}`,
  });
}
