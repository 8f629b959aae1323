/** The keys that count on this page, and a way to switch single letters off. */
import { switchSingleKeys, useShortcutList, useSingleKeys } from "./registry";

export function KeyList() {
  const rows = useShortcutList();
  const on = useSingleKeys();
  return (
    <>
      <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1.5">
        {rows.map((row) => (
          <div key={`${row.keys} ${row.says}`} className="contents">
            <dt className="figure font-semibold">{row.keys}</dt>
            <dd>{row.says}</dd>
          </div>
        ))}
      </dl>
      <label className="mt-4 flex items-center gap-2 border-t border-rule pt-3">
        <input
          type="checkbox"
          className="size-4.5 accent-(--mint)"
          checked={on}
          onChange={(event) => switchSingleKeys(event.target.checked)}
        />
        Single letters and digits work as keys
      </label>
      <p className="text-sm text-faint">
        Switch them off if you dictate to this machine or press keys by mistake. Keys with Ctrl, and
        those of the field that has the focus, stay.
      </p>
    </>
  );
}
