/** The bar over every place: where you are, what to do here, who you are. */
import { CircleHelp, KeyRound, LogOut, Moon, Sun, User } from "lucide-react";
import { useEffect, useState } from "react";
import { Link } from "react-router";
import { useEntry, useWho } from "@/api/account";
import { setTheme, useTheme } from "@/look/theme";
import { Dialog } from "./dialog";
import { PUSHES, typing } from "./levers/keys";
import { Menu, MenuItem } from "./menu";
import { PasswordForm } from "./password-form";

type Props = {
  title?: string;
  /** A key that belongs to the title. */
  beside?: React.ReactNode;
  mark?: React.ReactNode;
  children?: React.ReactNode;
};

export function TopBar({ title, beside, mark, children }: Props) {
  const who = useWho();
  const entry = useEntry();
  const theme = useTheme();
  const [password, setPassword] = useState(false);
  const [help, setHelp] = useState(false);

  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if (event.key === "?" && !typing(event)) setHelp(true);
    };
    addEventListener("keydown", press);
    return () => removeEventListener("keydown", press);
  }, []);

  return (
    <header className="flex flex-wrap items-center gap-x-4 gap-y-1 px-3 py-1.5 md:px-4">
      <Link to="/" className="flex items-center gap-2 font-semibold hover:text-mint">
        <img src="/mark.svg" alt="" className="size-7" />
        <span className={title ? "sr-only md:not-sr-only" : ""}>
          {title ? "Hangar" : "Mint Lever"}
        </span>
      </Link>
      {title && (
        <div className="flex min-w-0 items-center gap-0.5">
          <h1 className="min-w-0 truncate text-xl font-semibold">{title}</h1>
          {beside}
        </div>
      )}
      {mark && <div className="order-last w-full md:order-none md:w-auto">{mark}</div>}
      <div className="ml-auto flex items-center gap-1.5">
        {children}
        <Menu
          label="Account and page"
          icon={<User aria-hidden size={18} />}
          heading={who.data?.pilot ?? "not signed in"}
        >
          <MenuItem onSelect={() => setTheme(theme === "dark" ? "light" : "dark")}>
            {theme === "dark" ? <Sun aria-hidden size={17} /> : <Moon aria-hidden size={17} />}
            {theme === "dark" ? "Light paper" : "Dark paper"}
          </MenuItem>
          <MenuItem onSelect={() => setHelp(true)}>
            <CircleHelp aria-hidden size={17} /> Keys
            <span className="figure ml-auto text-sm text-faint">?</span>
          </MenuItem>
          <MenuItem onSelect={() => setPassword(true)}>
            <KeyRound aria-hidden size={17} /> Change password
          </MenuItem>
          <MenuItem onSelect={() => entry.mutate({ way: "sign-out" })}>
            <LogOut aria-hidden size={17} /> Sign out
          </MenuItem>
        </Menu>
      </div>
      <Dialog open={password} onOpenChange={setPassword} title="Change password">
        <PasswordForm done={() => setPassword(false)} />
      </Dialog>
      <Dialog open={help} onOpenChange={setHelp} title="Keys">
        <Keys />
      </Dialog>
    </header>
  );
}

function Keys() {
  const rows: [string, string][] = [
    ...Object.entries(PUSHES).map(([key, push]): [string, string] => [
      key.toUpperCase(),
      push.says,
    ]),
    ["Shift + any of these", "moves by 1 % instead of 5 %"],
    ["C", "centre all levers"],
    ["Ctrl Z, Ctrl Y", "undo, redo"],
    ["Ctrl S", "save as revision"],
    ["↑ ↓ in a field", "nudge the value, with Shift ten times as far"],
    ["Enter, Esc in a field", "keep what you typed, put back what was"],
    ["↑ ↓ on a point", "move it by 1 %, with Shift by 0.1, with Page by 5"],
    ["Ins, Del on a point", "one point more after it, take it out"],
    ["U", "the audit of this helicopter"],
    ["A", "on the bench: do what is advised"],
    ["G", "on the bench: read or look at the simulated model"],
    ["Y, N, 1 … 9", "on the bench: answer the question"],
    ["L", "on the bench: on to the next step to do"],
    ["J, K", "on the bench: one step down or up the slip"],
    ["?", "this list"],
  ];
  return (
    <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1.5">
      {rows.map(([key, says]) => (
        <div key={key} className="contents">
          <dt className="figure font-semibold">{key}</dt>
          <dd>{says}</dd>
        </div>
      ))}
    </dl>
  );
}
