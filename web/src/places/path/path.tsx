/** Path: the chain from stick to blade of one helicopter, live, with every setting in its place. */
import { useState } from "react";
import { useParams, useSearchParams } from "react-router";
import { asProblem, type Draft, type FunctionName, type ModeName, type Setup } from "@/api/client";
import { useDraft, useEditor } from "@/api/draft";
import { AuditKey } from "@/parts/audit/audit-key";
import { BenchView } from "@/parts/bench-view/bench-view";
import { Dock } from "@/parts/levers/dock";
import { useLeverKeys } from "@/parts/levers/keys";
import { useLever } from "@/parts/levers/levers";
import { useLive, type View } from "@/parts/levers/live";
import { PlaceLinks } from "@/parts/place-links";
import { ProblemNote } from "@/parts/problem-note";
import { SavedMark, SaveState } from "@/parts/save-state/save-state";
import { MODE_NAMES } from "@/parts/settings/setting";
import { type StageName, stagesOf } from "@/parts/settings/stages";
import { useShownSetting } from "@/parts/settings/use-shown-setting";
import { TopBar } from "@/parts/top-bar";
import { ChannelMonitor } from "./channel-monitor";
import { LiveProblem, PitchNow, Readings } from "./readings";
import { Rename } from "./rename";
import { Ribbon } from "./ribbon";
import { StagePanel } from "./stage-panel";

const FUNCTIONS: FunctionName[] = ["collective", "aileron", "elevator", "rudder"];

export function Path() {
  const { id = "" } = useParams();
  const draft = useDraft(id);
  if (draft.data) return <OpenPath key={id} draft={draft.data} />;
  return (
    <>
      <TopBar />
      <main className="p-6">
        {draft.isError ? (
          <ProblemNote problem={asProblem(draft.error)} />
        ) : (
          <p>Opening the path…</p>
        )}
      </main>
    </>
  );
}

type Shows = "drawing" | "channels";

/** Which function and stage are open stands in the address, so that every place has a link. */
function useOpen(arrangement: Setup["arrangement"]) {
  const [search, setSearch] = useSearchParams();
  const asked = search.get("function") as FunctionName;
  const f = FUNCTIONS.includes(asked) ? asked : "collective";
  const stages = stagesOf(f, arrangement);
  const stage = stages.find((each) => each.name === search.get("stage")) ?? stages[1];
  const shows = search.get("shows") === "channels" ? "channels" : "drawing";
  const open = (next: { function?: FunctionName; stage?: StageName; shows?: Shows }) =>
    setSearch({ function: f, stage: stage?.name ?? "shape", shows, ...next }, { replace: true });
  return { f, stage, shows, open };
}

function OpenPath({ draft }: { draft: Draft }) {
  const editor = useEditor(draft.id);
  const [view, setView] = useState<View>({ azimuth: 180, exaggerate: 1 });
  const live = useLive(draft.id, draft.version, view);
  const { f, stage, shows, open } = useOpen(draft.document.arrangement);
  useLeverKeys();
  useShownSetting();
  const mode = useLever("mode");
  const setup = draft.document;
  const has = (name: ModeName) => Boolean(setup.transmitter?.modes?.[name]);
  const modes = (Object.keys(MODE_NAMES) as ModeName[]).filter(has);

  return (
    <div className="flex min-h-dvh flex-col xl:h-dvh">
      <TopBar
        title={setup.name}
        beside={
          <PlaceLinks id={draft.id} here="path">
            <Rename draft={draft} editor={editor} />
          </PlaceLinks>
        }
        mark={<SavedMark draft={draft} editor={editor} />}
      >
        <AuditKey id={draft.id} editor={editor} setup={setup} />
        <SaveState draft={draft} editor={editor} />
      </TopBar>
      <div className="flex flex-wrap items-center gap-x-4 border-b border-rule px-2 md:px-4">
        <fieldset className="flex">
          <legend className="sr-only">Function followed</legend>
          {FUNCTIONS.map((name) => (
            <button
              key={name}
              type="button"
              aria-pressed={f === name}
              className="border-b-4 border-transparent px-2.5 py-1.5 hover:bg-wash aria-pressed:border-mint aria-pressed:font-semibold md:px-4"
              onClick={() => open({ function: name })}
            >
              {name[0]?.toUpperCase() + name.slice(1)}
            </button>
          ))}
        </fieldset>
        <fieldset className="ml-auto flex">
          <legend className="sr-only">Shown in the middle</legend>
          {(["drawing", "channels"] as const).map((what) => (
            <button
              key={what}
              type="button"
              aria-pressed={shows === what}
              className="border-b-4 border-transparent px-2 py-1.5 text-sm hover:bg-wash aria-pressed:border-mint aria-pressed:font-semibold"
              onClick={() => open({ shows: what })}
            >
              {what === "drawing" ? "Drawing" : "Channels"}
            </button>
          ))}
        </fieldset>
        {f === "rudder" && (
          <p className="text-sm text-faint">
            The rudder is followed to the unit; the tail beyond it is not computed yet.
          </p>
        )}
      </div>
      <Ribbon
        live={live}
        function={f}
        arrangement={setup.arrangement}
        open={stage?.name ?? "shape"}
        onOpen={(name) => open({ stage: name })}
      />
      <LiveProblem live={live} />
      <main className="grid min-h-0 flex-1 md:grid-cols-[20rem_1fr] xl:grid-cols-[21rem_1fr_20rem]">
        {stage && (
          <StagePanel stage={stage} setup={setup} function={f} mode={mode} editor={editor} />
        )}
        {shows === "channels" ? (
          <ChannelMonitor live={live} />
        ) : (
          <BenchView
            setup={setup}
            source={live}
            azimuth={view.azimuth}
            exaggerate={view.exaggerate}
            onAzimuth={(azimuth) => setView({ ...view, azimuth })}
            onExaggerate={(exaggerate) => setView({ ...view, exaggerate })}
          />
        )}
        <section
          aria-label="Readings"
          // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls must be reached by keys
          tabIndex={0}
          className="moving grid min-h-0 content-start gap-x-6 gap-y-2.5 overflow-y-auto border-rule px-4 py-2.5 md:col-span-2 md:grid-cols-3 md:border-t xl:col-span-1 xl:grid-cols-1 xl:border-t-0 xl:border-l"
        >
          <Readings draft={draft} live={live} function={f} azimuth={view.azimuth} />
        </section>
      </main>
      <Dock modes={modes}>
        <PitchNow live={live} />
      </Dock>
    </div>
  );
}
