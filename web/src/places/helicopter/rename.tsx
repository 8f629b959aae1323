/** The helicopter's name, and the key that changes it. */
import { Pencil } from "lucide-react";
import { useState } from "react";
import type { Draft, Problem } from "@/api/client";
import type { Editor } from "@/api/draft";
import { Dialog } from "@/parts/dialog";
import { ProblemNote } from "@/parts/problem-note";
import { TextField } from "@/parts/text-field";

export function Rename({ draft, editor }: { draft: Draft; editor: Editor }) {
  const [open, setOpen] = useState(false);
  const [name, setName] = useState(draft.document.name);
  const [problem, setProblem] = useState<Problem | null>(null);
  return (
    <>
      <button
        type="button"
        className="key min-h-8 border-transparent bg-transparent px-1.5"
        aria-label="Rename"
        onClick={() => {
          setName(draft.document.name);
          setProblem(null);
          setOpen(true);
        }}
      >
        <Pencil aria-hidden size={15} />
      </button>
      <Dialog open={open} onOpenChange={setOpen} title="Rename">
        <form
          onSubmit={async (event) => {
            event.preventDefault();
            const refused = await editor.edit([{ path: "name", value: name.trim() }]);
            setProblem(refused);
            if (!refused) setOpen(false);
          }}
        >
          <TextField label="Name" maxLength={80} value={name} onChange={setName} />
          {problem && <ProblemNote problem={problem} />}
          <button type="submit" className="key key-main mt-3 w-full">
            Rename
          </button>
        </form>
      </Dialog>
    </>
  );
}
