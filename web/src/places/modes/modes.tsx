/** Modes: the flight modes side by side, their curves, rates and gains, and what the switch does. */
import { asProblem, type Draft, type ModeName } from "@/api/client";
import type { Editor } from "@/api/draft";
import { type Modes as ModesShown, useModes } from "@/api/modes";
import { BeforeSetting } from "@/parts/before-setting";
import { useCurrentHelicopter } from "@/parts/current-helicopter";
import { Dock } from "@/parts/levers/dock";
import { useOpenState } from "@/parts/open-state";
import { ProblemNote } from "@/parts/problem-note";
import { MODE_NAMES } from "@/parts/settings/setting";
import { AbsentMode } from "./absent-mode";
import { CurveEditor } from "./curve-editor";
import { ModeColumn, type Opened } from "./mode-column";
import { RateSets } from "./rate-sets";
import { RatesEditor } from "./rates-editor";
import { SwitchPanel } from "./switch-panel";
import { TailChoices } from "./tail-choices";

const EVERY = Object.keys(MODE_NAMES) as ModeName[];
const OPENED: Opened[] = ["pitch", "throttle", "rates"];

/** Which mode's curve is open: state at once, so that an edit never goes to the one before. */
function useOpened(modes: ModeName[]) {
  const [open, change] = useOpenState(READ);
  const asked = EVERY.find((each) => each === open.mode) ?? "normal";
  const there = modes.includes(asked);
  const what = OPENED.find((each) => each === open.open) ?? "pitch";
  return { asked, there, what, open: change };
}

const READ = (search: URLSearchParams) => ({
  mode: search.get("mode") ?? "normal",
  open: search.get("open") ?? "pitch",
});

export function ModesPlace() {
  const { draft, editor } = useCurrentHelicopter();
  const modes = useModes(draft.id, draft.version);
  const names = EVERY.filter((name) => draft.document.transmitter?.modes?.[name]);
  return (
    <>
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
    </>
  );
}

type ShownProps = {
  draft: Draft;
  shown: ModesShown;
  names: ModeName[];
  editor: Editor;
};

function Shown({ draft, shown, names, editor }: ShownProps) {
  const { asked, there, what, open } = useOpened(names);
  const offered = EVERY.filter((name) => name !== "trimming" || names.includes(name));
  // While the next answer is on its way the last one may still have a mode that was left out.
  const modes = shown.modes.filter((each) => names.includes(each.name));
  // Nothing falls back to another mode: what is not there has nothing open.
  const here = there ? modes.find((each) => each.name === asked) : undefined;
  return (
    <>
      <fieldset className="flex border-b border-rule sm:hidden">
        <legend className="sr-only">Mode shown</legend>
        {offered.map((name) => (
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
      <div
        className={`grid grid-cols-1 divide-rule border-b-2 border-ink sm:grid-cols-2 ${offered.length > 4 ? "xl:grid-cols-5" : "xl:grid-cols-4"} xl:divide-x`}
      >
        {offered.map((name) => {
          const column = modes.find((each) => each.name === name);
          const others = names.filter((other) => other !== name);
          return column ? (
            <ModeColumn
              key={name}
              mode={column}
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
      <div className={`grid gap-2 px-3 pt-1.5 pb-2 md:px-4 ${there ? "" : "max-sm:hidden"}`}>
        <TailChoices shown={shown} editor={editor} />
        <div className="flex flex-wrap gap-x-6 text-sm leading-none">
          <BeforeSetting />
          {!names.includes("trimming") && (
            <button
              type="button"
              className="underline hover:text-mint"
              onClick={() => editor.takeOver("trimming", "normal", "all")}
            >
              Add a mode for trimming
            </button>
          )}
          <p className="text-faint max-sm:leading-tight">
            Head speed: never above what the makers of blades, head and tail allow.
          </p>
        </div>
        {here && what === "rates" && (
          <>
            <RatesEditor draft={draft} modes={modes} mode={asked} editor={editor} />
            <RateSets setup={draft.document} worked={shown.rate_sets} editor={editor} />
          </>
        )}
        {here && what !== "rates" && (
          <CurveEditor
            key={`${asked}.${what}`}
            draft={draft}
            curve={here[what]}
            mode={asked}
            which={what}
            others={names.filter((other) => other !== asked)}
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
