/** Undo, redo, whether everything is saved, and the way to a revision. */
import { Check, History, LoaderCircle, Save, TriangleAlert } from "lucide-react";
import { useEffect, useState } from "react";
import type { Draft, Problem } from "@/api/client";
import { type Editor, useSaving } from "@/api/draft";
import { Dialog } from "@/parts/dialog";
import { ProblemNote } from "@/parts/problem-note";
import { UndoKeys } from "@/parts/undo-keys";
import { RevisionList } from "./revision-list";

export function SaveState({ draft, editor }: { draft: Draft; editor: Editor }) {
  const saving = useSaving(editor);
  const [saveOpen, setSaveOpen] = useState(false);
  const [listOpen, setListOpen] = useState(false);
  useSaveKey(draft, () => setSaveOpen(true));
  return (
    <>
      <div className="flex items-center gap-1.5">
        <UndoKeys draft={draft} editor={editor} />
        <button
          type="button"
          className="key"
          onClick={() => setListOpen(true)}
          aria-label="Revisions"
        >
          <History aria-hidden size={18} />
          <span className="hidden 2xl:inline">Revisions</span>
        </button>
        <button
          type="button"
          className="key key-main"
          disabled={!draft.unsaved || draft.practice}
          title={draft.practice ? "A practice draft never becomes a revision" : undefined}
          onClick={() => setSaveOpen(true)}
        >
          <Save aria-hidden size={18} />
          <span className="hidden sm:inline">Save as revision</span>
          <span className="sm:hidden">Save</span>
        </button>
      </div>
      <Dialog open={saveOpen} onOpenChange={setSaveOpen} title="Save as revision">
        <SaveForm draft={draft} editor={editor} done={() => setSaveOpen(false)} />
      </Dialog>
      <Dialog open={listOpen} onOpenChange={setListOpen} title="Revisions">
        <RevisionList draft={draft} editor={editor} done={() => setListOpen(false)} />
      </Dialog>
      {saving.state === "conflict" && <Conflict problem={saving.problem} editor={editor} />}
    </>
  );
}

export function SavedMark({ draft, editor }: { draft: Draft; editor: Editor }) {
  const { state } = useSaving(editor);
  const last = draft.revisions.at(-1)?.number;
  const base = last === undefined ? "no revision yet" : `revision ${last}`;
  const where = draft.practice
    ? "practice draft of a simulated model"
    : draft.unsaved && last !== undefined
      ? `draft after revision ${last}`
      : base;
  return (
    <p
      aria-live="polite"
      className="flex items-center gap-1.5 text-sm whitespace-nowrap text-faint"
    >
      {state === "saving" && (
        <>
          <LoaderCircle aria-hidden size={15} className="motion-safe:animate-spin" /> saving…
        </>
      )}
      {state === "saved" && (
        <>
          <Check aria-hidden size={15} className="text-mint" /> <span>{where}, all kept</span>
        </>
      )}
      {(state === "refused" || state === "conflict") && (
        <span className="flex items-center gap-1.5 font-semibold text-out">
          <TriangleAlert aria-hidden size={15} /> last edit not kept
        </span>
      )}
    </p>
  );
}

function SaveForm({ draft, editor, done }: { draft: Draft; editor: Editor; done: () => void }) {
  const [note, setNote] = useState("");
  const [problem, setProblem] = useState<Problem | null>(null);
  const next = (draft.revisions.at(-1)?.number ?? 0) + 1;
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

function Conflict({ problem, editor }: { problem: Problem; editor: Editor }) {
  return (
    <div className="fixed inset-x-0 top-14 z-40 mx-auto w-[min(36rem,94vw)] border-2 border-out bg-sheet p-4">
      <ProblemNote problem={problem}>
        <p className="mt-1 text-sm">
          What you entered was not kept. Read the newest draft, then make your change again on top
          of it.
        </p>
        <button type="button" className="key key-main mt-2" onClick={() => editor.refresh()}>
          Show the newest draft
        </button>
      </ProblemNote>
    </div>
  );
}

function useSaveKey(draft: Draft, save: () => void) {
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== "s") return;
      if (!draft.unsaved || draft.practice) return;
      save();
      event.preventDefault();
    };
    addEventListener("keydown", press);
    return () => removeEventListener("keydown", press);
  }, [draft, save]);
}
