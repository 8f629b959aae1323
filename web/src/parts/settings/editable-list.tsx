/** What every list of the setup is edited with: a key that adds one, and one that takes it away. */
import { Plus, Trash2 } from "lucide-react";
import type { Editor } from "@/api/draft";

/** Write a list of the setup anew, with one more or one fewer. */
export function useEditableList<T>(editor: Editor, path: string, items: readonly T[], fresh: T) {
  const write = (value: T[]) => editor.edit([{ path, value }]);
  return {
    add: () => write([...items, fresh]),
    remove: (index: number) => write(items.filter((_, at) => at !== index)),
  };
}

type AddProps = { what: string; count: number; most: number; onAdd: () => void };

/** Add one more; it goes where the list is full. */
export function AddKey({ what, count, most, onAdd }: AddProps) {
  if (count >= most) return null;
  return (
    <button type="button" className="key min-h-9 text-sm" onClick={onAdd}>
      <Plus aria-hidden size={17} /> {what}
    </button>
  );
}

/** Take one away; ``what`` names it. */
export function RemoveKey({ what, onRemove }: { what: string; onRemove: () => void }) {
  return (
    <button
      type="button"
      className="key ml-auto min-h-9 px-2"
      aria-label={`Remove ${what}`}
      onClick={onRemove}
    >
      <Trash2 aria-hidden size={16} />
    </button>
  );
}
