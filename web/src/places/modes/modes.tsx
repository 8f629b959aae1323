/** Modes: the flight modes side by side, their curves, rates and gains, and what the switch does. */
import { useParams, useSearchParams } from "react-router";
import { asProblem, type Draft, type ModeName } from "@/api/client";
import { useDraft, useEditor } from "@/api/draft";
import { type Modes as ModesShown, useModes } from "@/api/modes";
import { AuditKey } from "@/parts/audit/audit-key";
import { BeforeSetting } from "@/parts/before-setting";
import { Dock } from "@/parts/levers/dock";
import { useLeverKeys } from "@/parts/levers/keys";
import { PlaceLinks } from "@/parts/place-links";
import { ProblemNote } from "@/parts/problem-note";
import { SavedMark, SaveState } from "@/parts/save-state/save-state";
import { MODE_NAMES } from "@/parts/settings/setting";
import { useShownSetting } from "@/parts/settings/use-shown-setting";
import { TopBar } from "@/parts/top-bar";
import { AbsentMode } from "./absent-mode";
import { CurveEditor } from "./curve-editor";
import { ModeColumn, type Opened } from "./mode-column";
import { RatesEditor } from "./rates-editor";
import { SwitchPanel } from "./switch-panel";

export function ModesPlace() {
  const { id = "" } = useParams();
  const draft = useDraft(id);
  if (draft.data) return <OpenModes key={id} draft={draft.data} />;
  return (
    <>
      <TopBar />
      <main className="p-6">
        {draft.isError ? (
          <ProblemNote problem={asProblem(draft.error)} />
        ) : (
          <p>Opening the modes…</p>
        )}
      </main>
    </>
  );
}

const EVERY = Object.keys(MODE_NAMES) as ModeName[];
const OPENED: Opened[] = ["pitch", "throttle", "rates"];

/** Which mode's curve is open stands in the address. */
function useOpened(modes: ModeName[]) {
  const [search, setSearch] = useSearchParams();
  const asked = EVERY.find((each) => each === search.get("mode")) ?? "normal";
  const mode = modes.find((each) => each === asked) ?? "normal";
  const what = OPENED.find((each) => each === search.get("open")) ?? "pitch";
  const open = (next: { mode: ModeName; open: Opened }) => setSearch(next, { replace: true });
  return { asked, mode, what, open };
}

function OpenModes({ draft }: { draft: Draft }) {
  const editor = useEditor(draft.id);
  const modes = useModes(draft.id, draft.version);
  useLeverKeys();
  useShownSetting();
  const names = EVERY.filter((name) => draft.document.transmitter?.modes?.[name]);
  return (
    <div className="flex min-h-dvh flex-col xl:h-dvh">
      <TopBar
        title={draft.document.name}
        beside={<PlaceLinks id={draft.id} here="modes" />}
        mark={<SavedMark draft={draft} editor={editor} />}
      >
        <AuditKey id={draft.id} editor={editor} setup={draft.document} />
        <SaveState draft={draft} editor={editor} />
      </TopBar>
      <main
        // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls must be reached by keys
        tabIndex={0}
        aria-label="Flight modes"
        className="min-h-0 flex-1 overflow-y-auto border-t border-rule"
      >
        {modes.isError && <ProblemNote problem={asProblem(modes.error)} />}
        {modes.data && <Shown draft={draft} shown={modes.data} names={names} editor={editor} />}
      </main>
      <Dock modes={names} folds />
    </div>
  );
}

type ShownProps = {
  draft: Draft;
  shown: ModesShown;
  names: ModeName[];
  editor: ReturnType<typeof useEditor>;
};

function Shown({ draft, shown, names, editor }: ShownProps) {
  const { asked, mode, what, open } = useOpened(names);
  // While the next answer is on its way the last one may still have a mode that was left out.
  const modes = shown.modes.filter((each) => names.includes(each.name));
  const here = modes.find((each) => each.name === mode);
  return (
    <>
      <fieldset className="flex border-b border-rule sm:hidden">
        <legend className="sr-only">Mode shown</legend>
        {EVERY.map((name) => (
          <button
            key={name}
            type="button"
            aria-pressed={asked === name}
            className="min-h-11 flex-1 border-b-4 border-transparent px-1 text-sm aria-pressed:border-mint aria-pressed:font-semibold"
            onClick={() => open({ mode: name, open: what })}
          >
            {MODE_NAMES[name]}
          </button>
        ))}
      </fieldset>
      <div className="grid grid-cols-1 divide-rule border-b-2 border-ink sm:grid-cols-2 xl:grid-cols-4 xl:divide-x">
        {EVERY.map((name) => {
          const there = modes.find((each) => each.name === name);
          const others = names.filter((other) => other !== name);
          return there ? (
            <ModeColumn
              key={name}
              mode={there}
              others={others}
              draft={draft}
              opened={name === asked ? what : null}
              onOpen={(which) => open({ mode: name, open: which })}
              editor={editor}
            />
          ) : (
            <AbsentMode
              key={name}
              mode={name}
              others={others}
              shown={asked === name}
              editor={editor}
            />
          );
        })}
      </div>
      <div
        className={`grid gap-2 px-3 pt-1.5 pb-2 md:px-4 ${asked === mode ? "" : "max-sm:hidden"}`}
      >
        <div className="flex flex-wrap gap-x-6 text-sm leading-none">
          <BeforeSetting />
          <p className="text-faint max-sm:leading-tight">
            Head speed: never above what the makers of blades, head and tail allow.
          </p>
        </div>
        {here && what === "rates" && (
          <RatesEditor draft={draft} modes={modes} mode={mode} editor={editor} />
        )}
        {here && what !== "rates" && (
          <CurveEditor
            key={`${mode}.${what}`}
            draft={draft}
            curve={here[what]}
            mode={mode}
            which={what}
            hover={shown.hover_deg}
            others={names.filter((other) => other !== mode)}
            editor={editor}
          >
            <SwitchPanel draft={draft} modes={modes} wide={false} />
          </CurveEditor>
        )}
        {what === "rates" && <SwitchPanel draft={draft} modes={modes} wide />}
      </div>
    </>
  );
}
