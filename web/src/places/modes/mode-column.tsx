/** One flight mode: its two curves small, its gain and head speed. */
import { useCatalogue } from "@/api/catalogue";
import type { Draft, ModeName } from "@/api/client";
import type { Editor } from "@/api/draft";
import type { ModeShown } from "@/api/modes";
import { useLever } from "@/parts/levers/levers";
import { shown } from "@/parts/numbers";
import { OptionalField } from "@/parts/settings/optional-field";
import { MODE_NAMES, numberAt } from "@/parts/settings/setting";
import { CurveChart } from "./curve-chart";
import { ModeMenu } from "./mode-menu";
import { ModeSwitchKey } from "./mode-switch-key";

export type Opened = "pitch" | "throttle" | "rates";

type Props = {
  mode: ModeShown;
  others: ModeName[];
  draft: Draft;
  opened: Opened | null;
  onOpen: (what: Opened) => void;
  editor: Editor;
};

export function ModeColumn({ mode, others, draft, opened, onOpen, editor }: Props) {
  const { rows } = useCatalogue();
  const setup = draft.document;
  const here = useLever("mode") === mode.name;
  const name = MODE_NAMES[mode.name];
  return (
    <section
      aria-label={name}
      className={`@container min-w-0 border-rule px-2 pt-1.5 pb-2 ${here ? "bg-sheet" : ""} ${opened ? "" : "max-sm:hidden"}`}
    >
      <div className="flex min-h-7 flex-wrap items-center gap-1.5">
        <h2 className={`mr-auto whitespace-nowrap ${here ? "font-semibold" : ""}`}>{name}</h2>
        {/* Where five modes stand side by side it has a line of its own. */}
        <span className="@max-[17rem]:order-last @max-[17rem]:flex @max-[17rem]:min-h-7 @max-[17rem]:w-full @max-[17rem]:items-center">
          <ModeSwitchKey id={draft.id} version={draft.version} mode={mode.name} />
        </span>
        <ModeMenu mode={mode.name} others={others} editor={editor} />
      </div>
      <Opener what="pitch" mode={name} opened={opened} onOpen={onOpen}>
        <CurveChart
          curve={mode.pitch}
          label={`${name} pitch`}
          degrees
          live={here}
          wide={300}
          high={86}
        />
      </Opener>
      <Opener what="throttle" mode={name} opened={opened} onOpen={onOpen}>
        <CurveChart
          curve={mode.throttle}
          label={`${name} throttle`}
          degrees={false}
          live={here}
          wide={300}
          high={56}
        />
      </Opener>
      <Opener what="rates" mode={name} opened={opened} onOpen={onOpen}>
        <span className="figure flex justify-between px-1 text-xs">
          {(["aileron", "elevator", "rudder"] as const).map((f) => {
            const rate = setup.transmitter?.modes?.[mode.name]?.rates?.[f];
            return (
              <span key={f}>
                <span className="font-sans text-faint">{f}</span> {shown(rate?.rate_pct, 0)}/
                {shown(mode.rates[f].radio_expo_pct, 0)}
              </span>
            );
          })}
        </span>
      </Opener>
      <div className="mt-1 grid grid-cols-1 gap-2 @min-[17rem]:grid-cols-2">
        <OptionalField
          setting={numberAt(rows, `transmitter.modes.${mode.name}.tail_gain_pct`, setup)}
          value={setup.transmitter?.modes?.[mode.name]?.tail_gain_pct}
          editor={editor}
        >
          {mode.tail_means && <p className="text-xs font-semibold">{mode.tail_means}</p>}
          {mode.tail_gain.map((other) => (
            <p key={other.words} className="text-xs whitespace-nowrap text-faint">
              <span className="figure">
                {shown(other.value, Number.isInteger(other.value) ? 0 : 1)}
              </span>{" "}
              {other.words}
            </p>
          ))}
        </OptionalField>
        <OptionalField
          setting={numberAt(rows, `transmitter.modes.${mode.name}.head_speed_rpm`, setup)}
          value={setup.transmitter?.modes?.[mode.name]?.head_speed_rpm}
          editor={editor}
        />
      </div>
    </section>
  );
}

function Opener({
  what,
  mode,
  opened,
  onOpen,
  children,
}: {
  what: Opened;
  mode: string;
  opened: Opened | null;
  onOpen: (what: Opened) => void;
  children: React.ReactNode;
}) {
  const here = opened === what;
  return (
    <div
      className={`relative mt-1 border-l-4 py-0.5 pl-1 hover:bg-wash ${here ? "border-mint" : "border-transparent"}`}
    >
      {/* The key's own area reaches over the drawing below its word. */}
      <button
        type="button"
        aria-pressed={here}
        className="block text-xs leading-tight text-faint after:absolute after:inset-0"
        onClick={() => onOpen(what)}
      >
        <span className="sr-only">Open {mode} </span>
        {what === "rates" ? "rate / expo" : what}
        {what !== "rates" && <span className="sr-only"> curve</span>}
      </button>
      {children}
    </div>
  );
}
