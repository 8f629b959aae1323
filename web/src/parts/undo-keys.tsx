/** Undo and redo of the draft's edits, by key and by keyboard. */
import { Redo2, Undo2 } from "lucide-react";
import type { Draft } from "@/api/client";
import type { Editor } from "@/api/draft";
import { useShortcut } from "@/parts/shortcuts/registry";

export function UndoKeys({ draft, editor }: { draft: Draft; editor: Editor }) {
  // In a field, undo belongs to what is being typed.
  useShortcut({
    keys: ["ctrl+z"],
    says: "undo",
    run: () => draft.undo && void editor.step("undo"),
  });
  useShortcut({
    keys: ["ctrl+y", "ctrl+shift+z"],
    says: "redo",
    run: () => draft.redo && void editor.step("redo"),
  });
  return (
    <>
      <StepKey way="undo" draft={draft} editor={editor} icon={<Undo2 aria-hidden size={18} />} />
      <StepKey way="redo" draft={draft} editor={editor} icon={<Redo2 aria-hidden size={18} />} />
    </>
  );
}

type StepProps = {
  way: "undo" | "redo";
  draft: Draft;
  editor: Editor;
  icon: React.ReactNode;
};

function StepKey({ way, draft, editor, icon }: StepProps) {
  const word = way === "undo" ? "Undo" : "Redo";
  const step = draft[way];
  return (
    <button
      type="button"
      className="key px-2"
      disabled={!step}
      title={step ? `${word}: ${step.words}` : `Nothing to ${way}`}
      aria-label={word}
      onClick={() => editor.step(way)}
    >
      {icon}
    </button>
  );
}
