/** What is still to be keyed in, in reach on every place: how many settings, and the list. */
import { Keyboard } from "lucide-react";
import { useState } from "react";
import type { Draft } from "@/api/client";
import { useKeying } from "@/api/keying";
import { Dialog } from "@/parts/dialog";
import { useShortcut } from "@/parts/shortcuts/registry";
import { KeyingList } from "./keying-list";

export function KeyingKey({ draft }: { draft: Draft }) {
  const [open, setOpen] = useState(false);
  const keying = useKeying(draft.id, draft.version);
  useShortcut({ keys: ["i"], says: "what is to be keyed in", run: () => setOpen(true) });
  const count = keying.data?.lines.length ?? 0;
  if (keying.data?.practice) return null;
  return (
    <>
      <button
        type="button"
        className="key px-2"
        title="To key in (I)"
        onClick={() => setOpen(true)}
      >
        <Keyboard aria-hidden size={18} className={count > 0 ? "text-workable" : "text-in"} />
        <span className="max-[1400px]:sr-only">To key in</span>{" "}
        <span className="figure">{keying.data ? count : "…"}</span>
        <span className="sr-only"> {count === 1 ? "setting" : "settings"}</span>
      </button>
      <Dialog open={open} onOpenChange={setOpen} title="To key in">
        <KeyingList draft={draft} />
      </Dialog>
    </>
  );
}
