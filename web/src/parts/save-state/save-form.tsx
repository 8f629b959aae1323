/** The draft frozen as a revision, with what changed in the pilot's own words. */
import { useState } from "react";
import type { Draft, Problem } from "@/api/client";
import type { Editor } from "@/api/draft";
import { ProblemNote } from "@/parts/problem-note";

type Props = { draft: Draft; editor: Editor; done: () => void };

export function SaveForm({ draft, editor, done }: Props) {
  const [note, setNote] = useState("");
  const [problem, setProblem] = useState<Problem | null>(null);
  const next = (draft.revision ?? 0) + 1;
  return (
    <form
      onSubmit={async (event) => {
        event.preventDefault();
        const refused = await editor.saveRevision(note);
        setProblem(refused);
        if (!refused) done();
      }}
    >
      <p className="text-sm">
        Freezes the draft as revision <span className="figure">{next}</span>. A revision never
        changes again. It does not make the helicopter fit to fly: directions and corrections must
        first be confirmed on the model, in that revision.
      </p>
      <label className="mt-3 block">
        What changed, in your words
        <textarea
          className="field mt-1 w-full"
          rows={3}
          maxLength={500}
          value={note}
          onChange={(event) => setNote(event.target.value)}
        />
      </label>
      {problem && <ProblemNote problem={problem} />}
      <button type="submit" className="key key-main mt-3 w-full">
        Save revision {next}
      </button>
    </form>
  );
}
