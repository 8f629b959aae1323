/** Undo, redo, whether everything is saved, and the way to a revision. */
import { Check, CloudOff, History, LoaderCircle, Save, TriangleAlert } from "lucide-react";
import { useState } from "react";
import type { Draft, Problem } from "@/api/client";
import { type Editor, useSaving } from "@/api/draft";
import { Dialog } from "@/parts/dialog";
import { ProblemNote } from "@/parts/problem-note";
import { useShortcut } from "@/parts/shortcuts/registry";
import { UndoKeys } from "@/parts/undo-keys";
import { useCountNotKept } from "@/parts/unsaved-entries";
import { RevisionList } from "./revision-list";
import { SaveForm } from "./save-form";

type Props = { draft: Draft; editor: Editor };

/** ``brief`` where the bar is full: the keys are signs alone. */
export function SaveState({ draft, editor, brief = false }: Props & { brief?: boolean }) {
  const saving = useSaving(editor.id);
  const [saveOpen, setSaveOpen] = useState(false);
  const [listOpen, setListOpen] = useState(false);
  const savable = draft.unsaved && !draft.practice;
  useShortcut({
    keys: ["ctrl+s"],
    says: "save as revision",
    run: () => savable && setSaveOpen(true),
  });
  return (
    <>
      <div className="flex items-center gap-1.5">
        <UndoKeys editor={editor} />
        <button
          type="button"
          className="key"
          onClick={() => setListOpen(true)}
          aria-label="Revisions"
        >
          <History aria-hidden size={18} />
          <span className={brief ? "sr-only" : "hidden 2xl:inline"}>Revisions</span>
        </button>
        <button
          type="button"
          className="key key-main"
          disabled={!savable}
          title={draft.practice ? "A practice draft never becomes a revision" : undefined}
          onClick={() => setSaveOpen(true)}
        >
          <Save aria-hidden size={18} />
          {brief ? (
            <span className="sr-only">Save as revision</span>
          ) : (
            <span>
              Save<span className="max-[1400px]:sr-only"> as revision</span>
            </span>
          )}
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

export function SavedMark({ draft, editor }: Props) {
  const saving = useSaving(editor.id);
  const { state } = saving;
  const notKept = useCountNotKept();
  const last = draft.revision;
  const base = last === null || last === undefined ? "no revision yet" : `revision ${last}`;
  const where = draft.practice
    ? "practice draft"
    : draft.unsaved && last !== null && last !== undefined
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
      {state === "silent" && (
        <span className="flex items-center gap-1.5 font-semibold text-workable">
          <CloudOff aria-hidden size={15} /> no answer; {saving.waiting} kept here
          <button type="button" className="key min-h-7 px-1.5 text-sm" onClick={editor.tryNow}>
            Try now
          </button>
        </span>
      )}
      {state === "saved" && notKept > 0 && (
        <span className="flex items-center gap-1.5 font-semibold text-out">
          <TriangleAlert aria-hidden size={15} />{" "}
          {notKept === 1 ? "one entry" : `${notKept} entries`} not kept
        </span>
      )}
      {state === "saved" && notKept === 0 && (
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
