/** Head speed: what turns the rotor, which speeds it holds, what the governor makes of a punch. */
import { Link } from "react-router";
import { asProblem, type Draft, type ModeName } from "@/api/client";
import type { Editor } from "@/api/draft";
import { type HeadSpeeds, type ModeSpeed, useHeadSpeeds } from "@/api/head-speed";
import { useCurrentHelicopter } from "@/parts/current-helicopter";
import { useOpenState } from "@/parts/open-state";
import { ProblemNote } from "@/parts/problem-note";
import { MODE_NAMES } from "@/parts/settings/setting";
import { addressOf } from "@/places";
import { ControllerCard } from "./controller-card";
import { DriveData } from "./drive-data";
import { HoverCalibration } from "./hover-calibration";
import { Logs } from "./logs";
import { MeasuredSpeeds } from "./measured-speeds";
import { ModeFigures } from "./mode-figures";
import { PinionTable } from "./pinion-table";
import { PunchPicture } from "./punch-picture";
import { Sensitivity } from "./sensitivity";
import { ServoSupply } from "./servo-supply";
import { SpeedScale } from "./speed-scale";

const READ = (search: URLSearchParams) => ({
  mode: search.get("mode") ?? "",
  shows: search.get("shows") ?? "",
  room: search.get("room") ?? "",
});
const ROOM = 15;
const roomOf = (asked: string) => {
  const room = Number(asked || ROOM);
  return room >= 0 && room <= 50 ? room : ROOM;
};
const SHOWS = [
  ["speeds", "Speeds"],
  ["logs", "Flight logs"],
] as const;

export function HeadSpeedPlace() {
  const { draft, editor } = useCurrentHelicopter();
  const [asked] = useOpenState(READ);
  const found = useHeadSpeeds(draft.id, draft.version, roomOf(asked.room));
  return (
    <main
      // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls must be reached by keys
      tabIndex={0}
      aria-label="Head speed"
      className="grid min-h-0 flex-1 content-start overflow-y-auto border-t border-rule lg:grid-cols-[19rem_1fr]"
    >
      <div className="order-2 border-rule px-4 py-3 lg:order-1 lg:border-r">
        <DriveData draft={draft} editor={editor} />
        <ControllerCard draft={draft} editor={editor} />
      </div>
      <div className="order-1 min-w-0 px-4 py-3 lg:order-2 print:hidden">
        {found.isError && <ProblemNote problem={asProblem(found.error)} />}
        {found.data && <Shown draft={draft} found={found.data} editor={editor} />}
      </div>
    </main>
  );
}

type ShownProps = { draft: Draft; found: HeadSpeeds; editor: Editor };

function Shown({ draft, found, editor }: ShownProps) {
  const [asked, change] = useOpenState(READ);
  const shows = asked.shows === "logs" ? "logs" : "speeds";
  const open = found.modes.find((each) => each.mode === asked.mode) ?? found.modes[0];
  return (
    <div className="grid gap-5">
      <fieldset className="flex">
        <legend className="sr-only">Shown</legend>
        {SHOWS.map(([name, words]) => (
          <button
            key={name}
            type="button"
            aria-pressed={shows === name}
            className="border-b-4 border-transparent px-3 py-1 hover:bg-wash aria-pressed:border-mint aria-pressed:font-semibold"
            onClick={() => change({ ...asked, shows: name })}
          >
            {words}
          </button>
        ))}
      </fieldset>
      {shows === "logs" ? (
        <Logs draft={draft} modes={found.modes} editor={editor} />
      ) : (
        <>
          <Lacks found={found} />
          {open ? (
            <>
              <SpeedScale found={found} open={open.mode} room={roomOf(asked.room)} />
              <Chosen
                draft={draft}
                found={found}
                open={open}
                onOpen={(mode) => change({ ...asked, mode })}
                room={roomOf(asked.room)}
                onRoom={(room) => change({ ...asked, room: String(room) })}
                editor={editor}
              />
            </>
          ) : (
            <NoSpeed draft={draft} />
          )}
        </>
      )}
    </div>
  );
}

function NoSpeed({ draft }: { draft: Draft }) {
  return (
    <p>
      No flight mode has a head speed yet. Set it in{" "}
      <Link className="underline hover:text-mint" to={addressOf("modes", draft.id)}>
        Modes
      </Link>
      , for each mode that is flown: what the governor is asked for or, without one, what was
      measured.
    </p>
  );
}

type ChosenProps = ShownProps & {
  open: ModeSpeed;
  onOpen: (mode: ModeName) => void;
  room: number;
  onRoom: (room: number) => void;
};

function Chosen({ draft, found, open, onOpen, room, onRoom, editor }: ChosenProps) {
  return (
    <section aria-label={`${MODE_NAMES[open.mode]} at ${open.rpm} rpm`} className="grid gap-5">
      <fieldset className="flex flex-wrap">
        <legend className="sr-only">Mode looked at</legend>
        {found.modes.map((each) => (
          <button
            key={each.mode}
            type="button"
            aria-pressed={each.mode === open.mode}
            className="border-b-4 border-transparent px-3 py-1 hover:bg-wash aria-pressed:border-mint aria-pressed:font-semibold"
            onClick={() => onOpen(each.mode)}
          >
            {MODE_NAMES[each.mode]} <span className="figure">{each.rpm}</span>
          </button>
        ))}
      </fieldset>
      {open.warnings.length > 0 && (
        <ul className="border-l-4 border-workable pl-2 text-sm" aria-label="What does not hold">
          {open.warnings.map((each) => (
            <li key={each} className="first-letter:uppercase">
              {each}.
            </li>
          ))}
        </ul>
      )}
      <div className="grid gap-x-6 gap-y-5 xl:grid-cols-2">
        <ModeFigures open={open} />
        <PunchPicture draft={draft} found={found} open={open} />
        <div className="grid content-start gap-5">
          <PinionTable open={open} fitted={found.pinion} room={room} onRoom={onRoom} />
          <Sensitivity open={open} />
        </div>
        <div className="grid content-start gap-5">
          <HoverCalibration
            key={open.mode}
            open={open}
            calibration={found.calibration}
            editor={editor}
          />
          <MeasuredSpeeds found={found} editor={editor} />
          <ServoSupply found={found} />
        </div>
      </div>
    </section>
  );
}

function Lacks({ found }: { found: HeadSpeeds }) {
  if (found.lacks.length === 0) return null;
  return (
    <details className="border-l-4 border-edge pl-2 text-sm">
      <summary className="py-1">
        {found.lacks.length} figures are not filled in: what they would tell is left out, nothing is
        guessed.
      </summary>
      <ul className="list-inside list-disc">
        {found.lacks.map((lack) => (
          <li key={lack.path}>{lack.name}</li>
        ))}
      </ul>
    </details>
  );
}
