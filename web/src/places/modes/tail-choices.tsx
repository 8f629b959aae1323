/** The tail's gain for every mode at one key: the same everywhere, or more where the head is slower. */
import type { Editor } from "@/api/draft";
import type { Modes } from "@/api/modes";

export function TailChoices({ shown, editor }: { shown: Modes; editor: Editor }) {
  return (
    <fieldset className="flex flex-wrap items-center gap-x-3 gap-y-1">
      <legend className="float-left mr-3 text-sm">Tail gain</legend>
      {shown.tail_choices.map((choice) => (
        <button
          key={choice.words}
          type="button"
          className="key min-h-9 flex-wrap px-2 text-left text-sm whitespace-normal"
          onClick={() =>
            editor.edit(
              Object.entries(choice.gains).map(([mode, value]) => ({
                path: `transmitter.modes.${mode}.tail_gain_pct`,
                value,
              })),
            )
          }
        >
          {choice.words}
          <span className="figure text-xs text-faint">{choice.said}</span>
        </button>
      ))}
    </fieldset>
  );
}
