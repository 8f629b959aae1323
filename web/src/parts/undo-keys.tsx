/** Undo and redo of the draft's edits, by key and by keyboard. */
import { Redo2, Undo2 } from "lucide-react";
import { useEffect } from "react";
import type { Draft } from "@/api/client";
import type { Editor } from "@/api/draft";
import { typing } from "@/parts/levers/keys";
import { nameOf } from "@/parts/settings/stages";

export function UndoKeys({ draft, editor }: { draft: Draft; editor: Editor }) {
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      // In a field, undo belongs to what is being typed.
      if (!(event.ctrlKey || event.metaKey) || typing(event)) return;
      const key = event.key.toLowerCase();
      if (key === "z" && event.shiftKey && draft.redo) void editor.step("redo");
      else if (key === "y" && draft.redo) void editor.step("redo");
      else if (key === "z" && !event.shiftKey && draft.undo) void editor.step("undo");
      else return;
      event.preventDefault();
    };
    addEventListener("keydown", press);
    return () => removeEventListener("keydown", press);
  }, [editor, draft]);
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
  const paths = draft[way];
  const what = paths?.[0] ? nameOf(draft.document, paths[0]) : "the whole setup";
  return (
    <button
      type="button"
      className="key px-2"
      disabled={!paths}
      title={paths ? `${word}: ${what}` : `Nothing to ${way}`}
      aria-label={word}
      onClick={() => editor.step(way)}
    >
      {icon}
    </button>
  );
}
