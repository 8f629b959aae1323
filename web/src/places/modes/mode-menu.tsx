/** What can be done to a whole mode: made like another, plain again, left out. */
import { Ellipsis } from "lucide-react";
import { DropdownMenu } from "radix-ui";
import type { ModeName } from "@/api/client";
import type { Editor } from "@/api/draft";
import { moveLevers, useLever } from "@/parts/levers/levers";
import { Menu, MenuItem } from "@/parts/menu";
import { MODE_NAMES } from "@/parts/settings/setting";

type Props = { mode: ModeName; others: ModeName[]; editor: Editor };

export function ModeMenu({ mode, others, editor }: Props) {
  const at = useLever("mode");
  const name = MODE_NAMES[mode];
  return (
    <Menu
      label={`More for ${name}`}
      icon={<Ellipsis className="size-4" aria-hidden />}
      heading={`${name}: curves, rates, gain, head speed`}
      small
    >
      {others.map((other) => (
        <MenuItem key={other} onSelect={() => editor.takeOver(mode, other, "all")}>
          All as in {MODE_NAMES[other]}
          {(other === "hold") !== (mode === "hold") && (
            <span className="text-sm text-faint">but for throttle and head speed</span>
          )}
        </MenuItem>
      ))}
      <MenuItem onSelect={() => editor.takeOver(mode, null, "all")}>All plain again</MenuItem>
      {mode !== "normal" && (
        <>
          <DropdownMenu.Separator className="h-px bg-rule" />
          <MenuItem
            onSelect={() => {
              if (at === mode) moveLevers({ mode: "normal" });
              void editor.leaveOut(mode);
            }}
          >
            Leave this mode out
          </MenuItem>
        </>
      )}
    </Menu>
  );
}
