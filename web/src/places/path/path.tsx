/** Path: the chain from stick to blade of one helicopter, live, with every setting in its place. */
import { useMemo, useState } from "react";
import type { ModeName, Setup } from "@/api/client";
import { BenchView } from "@/parts/bench-view/bench-view";
import { useCurrentHelicopter } from "@/parts/current-helicopter";
import { Dock } from "@/parts/levers/dock";
import { useLever } from "@/parts/levers/levers";
import { useLive, type View } from "@/parts/levers/live";
import { useOpenState } from "@/parts/open-state";
import { MODE_NAMES } from "@/parts/settings/setting";
import { useSettingInFocus } from "@/parts/settings/setting-focus";
import { FOLLOWED, type Followed, type StageName, stagesOf } from "@/parts/settings/stages";
import { ChannelMonitor } from "./channel-monitor";
import { LiveProblem, PitchNow, Readings } from "./readings";
import { Ribbon } from "./ribbon";
import { StagePanel } from "./stage-panel";

type Shows = "drawing" | "channels";

/** Which function and stage are open stands in the address, so that every place has a link. */
function useOpen(arrangement: Setup["arrangement"]) {
  const [asked, change] = useOpenState(READ);
  const f = FOLLOWED.find((each) => each === asked.function) ?? "collective";
  const stages = stagesOf(f, arrangement);
  const stage = stages.find((each) => each.name === asked.stage) ?? stages[1] ?? stages[0];
  const shows: Shows = asked.shows === "channels" ? "channels" : "drawing";
  const open = (next: { function?: Followed; stage?: StageName; shows?: Shows }) =>
    change({ function: f, stage: stage?.name ?? "shape", shows, ...next });
  return { f, stage, shows, open };
}

const READ = (search: URLSearchParams) => ({
  function: search.get("function") ?? "",
  stage: search.get("stage") ?? "",
  shows: search.get("shows") ?? "",
});

export function PathPlace() {
  const { draft, editor } = useCurrentHelicopter();
  const [view, setView] = useState<View>({ azimuth: 180, exaggerate: 1 });
  const focused = useSettingInFocus() ?? "";
  // Lengths are the helicopter's own.
  const measured = focused.startsWith("airframe.") ? focused : "";
  const seen = useMemo(() => ({ ...view, measured }), [view, measured]);
  const live = useLive(draft.id, draft.version, seen);
  const { f, stage, shows, open } = useOpen(draft.document.arrangement);
  const mode = useLever("mode");
  const setup = draft.document;
  const has = (name: ModeName) => Boolean(setup.transmitter?.modes?.[name]);
  const modes = (Object.keys(MODE_NAMES) as ModeName[]).filter(has);

  return (
    <>
      <div className="flex flex-wrap items-center border-b border-rule px-2 sm:gap-x-4 md:px-4">
        <fieldset className="contents sm:flex sm:flex-wrap">
          <legend className="sr-only">Followed</legend>
          {FOLLOWED.map((name) => (
            <button
              key={name}
              type="button"
              aria-pressed={f === name}
              className="border-b-4 border-transparent px-2.5 py-1.5 hover:bg-wash aria-pressed:border-mint aria-pressed:font-semibold max-sm:px-2 max-sm:py-1 md:px-4"
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
      </div>
      {f !== "helicopter" && (
        <Ribbon
          live={live}
          function={f}
          arrangement={setup.arrangement}
          open={stage?.name ?? "shape"}
          onOpen={(name) => open({ stage: name })}
        />
      )}
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
      <Dock modes={modes} rateSets={setup.transmitter?.rate_sets}>
        <PitchNow live={live} />
      </Dock>
    </>
  );
}
