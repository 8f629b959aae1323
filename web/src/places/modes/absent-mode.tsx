/** A flight mode this helicopter does not have, and how it gets one. */
import type { ModeName } from "@/api/client";
import type { Editor } from "@/api/draft";
import { MODE_NAMES } from "@/parts/settings/setting";

type Props = { mode: ModeName; others: ModeName[]; shown: boolean; editor: Editor };

export function AbsentMode({ mode, others, shown, editor }: Props) {
  const name = MODE_NAMES[mode];
  return (
    <section
      aria-label={name}
      data-path={`transmitter.modes.${mode}`}
      className={`grid min-w-0 content-start gap-2 border-rule px-2 pt-1.5 pb-2 ${shown ? "" : "max-sm:hidden"}`}
    >
      <h2 className="text-faint">{name}</h2>
      <p className="text-sm">
        Not set up on this helicopter.{" "}
        {mode === "hold" && "It is needed to cut the motor and to work at the bench."}
      </p>
      {others.map((other) => (
        <button
          key={other}
          type="button"
          className="key text-sm"
          onClick={() => editor.takeOver(mode, other, "all")}
        >
          Make {name} like {MODE_NAMES[other]}
        </button>
      ))}
      <button
        type="button"
        className="key text-sm"
        onClick={() => editor.takeOver(mode, null, "all")}
      >
        Make {name} plain
      </button>
    </section>
  );
}
