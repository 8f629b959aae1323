/** What every place of one helicopter has: its bar, its links, its audit, its saving. */
import { Suspense } from "react";
import { Outlet, useLocation, useOutletContext, useParams } from "react-router";
import { asProblem, type Draft } from "@/api/client";
import { type Editor, useDraft, useEditor } from "@/api/draft";
import { AuditKey } from "@/parts/audit/audit-key";
import { KeyingKey } from "@/parts/keying/keying-key";
import { useLeaving } from "@/parts/leaving";
import { useLeverKeys } from "@/parts/levers/keys";
import { usePageTitle } from "@/parts/page-title";
import { PLACES, PlaceLinks, type PlaceName } from "@/parts/place-links";
import { ProblemNote } from "@/parts/problem-note";
import { SavedMark, SaveState } from "@/parts/save-state/save-state";
import { DeviceWords } from "@/parts/settings/on-device";
import { useShownSetting } from "@/parts/settings/use-shown-setting";
import { TopBar } from "@/parts/top-bar";
import { FitMark } from "./fit-mark";
import { Rename } from "./rename";

export type Here = { draft: Draft; editor: Editor };

/** The helicopter of the place that asks. */
export function useHere(): Here {
  return useOutletContext<Here>();
}

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

function Open({ draft }: { draft: Draft }) {
  const editor = useEditor(draft.id);
  const { pathname } = useLocation();
  const here = (pathname.split("/").at(-1) ?? "bench") as PlaceName;
  const { leaving, follow } = useLeaving();
  const setup = draft.document;
  usePageTitle(`${setup.name} · ${PLACES.find((each) => each.name === here)?.label}`);
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
