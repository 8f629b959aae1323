/** Undo and redo of what was done last with the model on the table, by key and by keyboard. */
import { Redo2, Undo2 } from "lucide-react";
import { useEffect, useState } from "react";
import type { Editor } from "@/api/draft";
import { type Hands, type Undo, useUndo } from "@/api/undo";
import { Dialog } from "@/parts/dialog";
import { useShortcut } from "@/parts/shortcuts/registry";

export function UndoKeys({ editor }: { editor: Editor }) {
  const { data } = useUndo(editor.id);
  const [asking, setAsking] = useState(false);
  const question = data?.undo?.question ?? "";
  const undo = () => (question ? setAsking(true) : void editor.undo());
  const answered = (hands: Hands | null) => {
    setAsking(false);
    if (hands) void editor.undo(hands);
  };
  // In a field, undo belongs to what is being typed.
  useShortcut({ keys: ["ctrl+z"], says: "undo", run: () => data?.undo !== null && undo() });
  useShortcut({
    keys: ["ctrl+y", "ctrl+shift+z"],
    says: "redo",
    run: () => data?.redo !== null && void editor.redo(),
  });
  return (
    <>
      <StepKey word="Undo" step={data?.undo} run={undo} icon={<Undo2 aria-hidden size={18} />} />
      <StepKey
        word="Redo"
        step={data?.redo}
        run={() => editor.redo()}
        icon={<Redo2 aria-hidden size={18} />}
      />
      <Dialog open={asking && question !== ""} onOpenChange={setAsking} title={question}>
        <p className="text-sm">{data?.undo?.words}. Undo changes the record, not the helicopter.</p>
        <div className="mt-3 grid gap-2">
          <button
            type="button"
            data-answers
            className="key min-h-12"
            onClick={() => answered("turned_back")}
          >
            Yes: undo it
          </button>
          <button type="button" className="key min-h-12" onClick={() => answered("never_done")}>
            It was never done: strike it out
          </button>
          <button type="button" className="key min-h-12" onClick={() => answered(null)}>
            No: leave it
          </button>
        </div>
      </Dialog>
      <Said text={data?.said ?? ""} />
    </>
  );
}

type StepProps = {
  word: "Undo" | "Redo";
  step: Undo["undo"] | undefined;
  run: () => void;
  icon: React.ReactNode;
};

function StepKey({ word, step, run, icon }: StepProps) {
  return (
    <button
      type="button"
      className="key px-2"
      disabled={!step}
      title={step ? `${word}: ${step.words}` : `Nothing to ${word.toLowerCase()}`}
      aria-label={word}
      onClick={run}
    >
      {icon}
    </button>
  );
}

const SHOWN_MS = 8000;

/** What was just undone, in words, for a while. */
function Said({ text }: { text: string }) {
  const [over, setOver] = useState("");
  useEffect(() => {
    const timer = setTimeout(() => setOver(text), SHOWN_MS);
    return () => clearTimeout(timer);
  }, [text]);
  const shown = text !== "" && text !== over;
  return (
    <p
      role="status"
      className={
        shown
          ? "pointer-events-none fixed top-29 right-3 z-30 max-w-[92vw] border border-ink bg-sheet px-3 py-1 text-sm sm:top-12 sm:max-w-md"
          : "sr-only"
      }
    >
      {shown ? text : ""}
    </p>
  );
}
