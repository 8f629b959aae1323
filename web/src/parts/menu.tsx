/** A short list of deeds behind one key. */
import { DropdownMenu } from "radix-ui";

type Props = {
  label: string;
  icon: React.ReactNode;
  heading?: string;
  /** Beside a heading rather than in a bar. */
  small?: boolean;
  children: React.ReactNode;
};

export function Menu({ label, icon, heading, small, children }: Props) {
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger
        className={small ? "key min-h-7 px-1.5 py-0" : "key px-2"}
        aria-label={label}
      >
        {icon}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={4}
          className="z-50 min-w-52 border-2 border-ink bg-sheet"
        >
          {heading && (
            <DropdownMenu.Label className="border-b border-rule px-3 py-2 text-sm text-faint">
              {heading}
            </DropdownMenu.Label>
          )}
          {children}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

/** One deed; with ``asChild`` the child (a link) is the deed. */
export function MenuItem(props: DropdownMenu.DropdownMenuItemProps) {
  return (
    <DropdownMenu.Item
      className="flex cursor-pointer items-center gap-2 px-3 py-2 outline-none select-none data-[highlighted]:bg-wash"
      {...props}
    />
  );
}
