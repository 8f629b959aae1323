/** What every place of one helicopter has: its bar, its links, its audit, its saving. */
import { Suspense } from "react";
import { matchPath, Outlet, useLocation, useParams } from "react-router";
import { asProblem, type Draft } from "@/api/client";
import { useDraft, useEditor } from "@/api/draft";
import { AuditKey } from "@/parts/audit/audit-key";
import type { Here } from "@/parts/current-helicopter";
import { KeyingKey } from "@/parts/keying/keying-key";
import { useLeverKeys } from "@/parts/levers/keys";
import { useNavigating } from "@/parts/navigation";
import { usePageTitle } from "@/parts/page-title";
import { ProblemNote } from "@/parts/problem-note";
import { SavedMark, SaveState } from "@/parts/save-state/save-state";
import { DeviceWords } from "@/parts/settings/on-device";
import { useShownSetting } from "@/parts/settings/use-shown-setting";
import { TopBar } from "@/parts/top-bar";
import { HELICOPTER_PLACES, type HelicopterPlace } from "@/places";
import { FitMark } from "./fit-mark";
import { PlaceLinks } from "./place-links";
import { Rename } from "./rename";

export function HelicopterLayout() {
  const { id = "" } = useParams();
  const draft = useDraft(id);
  if (draft.data) return <Open key={id} draft={draft.data} />;
  return (
    <>
      <TopBar />
      <main className="p-6">
        {draft.isError ? (
          <ProblemNote problem={asProblem(draft.error)} />
        ) : (
          <p>Opening the helicopter…</p>
        )}
      </main>
    </>
  );
}

function placeAt(pathname: string): HelicopterPlace {
  const names = Object.keys(HELICOPTER_PLACES) as HelicopterPlace[];
  return names.find((name) => matchPath(HELICOPTER_PLACES[name].path, pathname)) ?? "bench";
}

function Open({ draft }: { draft: Draft }) {
  const editor = useEditor(draft.id);
  const { pathname } = useLocation();
  const here = placeAt(pathname);
  const { leaving, follow } = useNavigating();
  const setup = draft.document;
  usePageTitle(`${setup.name} · ${HELICOPTER_PLACES[here].label}`);
  useLeverKeys();
  useShownSetting();
  return (
    <div className="flex min-h-dvh flex-col xl:h-dvh" onClickCapture={follow}>
      <TopBar
        title={setup.name}
        beside={
          <PlaceLinks id={draft.id} here={here}>
            <Rename draft={draft} editor={editor} />
          </PlaceLinks>
        }
        mark={<SavedMark draft={draft} editor={editor} />}
      >
        <AuditKey id={draft.id} editor={editor} setup={setup} />
        <KeyingKey draft={draft} />
        {here === "bench" && <FitMark id={draft.id} />}
        <SaveState draft={draft} editor={editor} brief={here === "bench"} />
      </TopBar>
      {draft.practice && (
        <p className="border-b border-rule bg-wash px-4 py-1 text-sm">
          <strong>Simulated model on the table.</strong>{" "}
          <span className="sm:hidden">Practice only.</span>
          <span className="hidden sm:inline">
            Practice: it never counts for the real {setup.name}, its draft is kept apart.
          </span>
        </p>
      )}
      <div inert={leaving} className="flex min-h-0 flex-1 flex-col">
        <Suspense fallback={<p className="p-6">Opening…</p>}>
          <DeviceWords id={draft.id} version={draft.version}>
            <Outlet context={{ draft, editor } satisfies Here} />
          </DeviceWords>
        </Suspense>
      </div>
    </div>
  );
}
