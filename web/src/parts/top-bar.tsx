/** The bar over every place: where you are, what to do here, who you are. */
import {
  Archive,
  BookOpen,
  Keyboard,
  KeyRound,
  LifeBuoy,
  LogOut,
  Moon,
  Search,
  Sun,
  User,
} from "lucide-react";
import { useState } from "react";
import { Link } from "react-router";
import { useEntry, useWho } from "@/api/account";
import { setTheme, useTheme } from "@/look/theme";
import { NewCodes } from "./codes/new-codes";
import { Dialog } from "./dialog";
import { Menu, MenuItem } from "./menu";
import { PasswordForm } from "./password-form";
import { PilotData } from "./pilot-data";
import { SearchDialog } from "./search/search";
import { KeyList } from "./shortcuts/key-list";
import { type Listed, useListedKeys, useShortcut } from "./shortcuts/registry";

const IN_FIELDS: Listed[] = [
  { keys: "↑ ↓ in a field", says: "nudge the value, with Shift ten times as far" },
  { keys: "Enter, Esc in a field", says: "keep what you typed, put back what was" },
];

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
  const [codes, setCodes] = useState(false);
  const [data, setData] = useState(false);
  const [keys, setKeys] = useState(false);
  const [search, setSearch] = useState(false);

  useShortcut({ keys: ["?"], says: "this list", run: () => setKeys(true) });
  useShortcut({
    keys: ["/"],
    says: "look up a setting, step, finding, reading or word",
    inReadings: true,
    run: () => setSearch(true),
  });
  useListedKeys(IN_FIELDS);

  return (
    <header className="print:hidden flex flex-wrap items-center gap-x-3 gap-y-1 px-3 max-sm:gap-x-2 min-[1400px]:gap-x-4 py-1.5 md:px-4">
      <Link to="/" className="flex items-center gap-2 font-semibold hover:text-mint">
        <img src="/mark.svg" alt="" className="size-7" />
        <span className={title ? "sr-only min-[1400px]:not-sr-only" : ""}>
          {title ? "Hangar" : "Mint Lever"}
        </span>
      </Link>
      {title && (
        <div className="flex min-w-0 items-center gap-0.5 max-sm:contents">
          <h1 className="min-w-0 truncate text-xl font-semibold">{title}</h1>
          {beside}
        </div>
      )}
      {mark && (
        <div className="min-w-0 max-sm:ml-auto sm:max-md:order-last sm:max-md:w-full">{mark}</div>
      )}
      <div className="ml-auto flex max-sm:order-1 items-center gap-1.5 max-sm:flex-wrap max-sm:justify-end max-sm:gap-1 max-sm:[&_.key]:px-1.5">
        {children}
        <button
          type="button"
          className="key px-2 max-sm:hidden"
          aria-label="Look up"
          title="Look up (/)"
          onClick={() => setSearch(true)}
        >
          <Search aria-hidden size={18} />
        </button>
        <Menu
          label="Account and page"
          icon={<User aria-hidden size={18} />}
          heading={who.data?.pilot ?? "not signed in"}
        >
          <MenuItem onSelect={() => setTheme(theme === "dark" ? "light" : "dark")}>
            {theme === "dark" ? <Sun aria-hidden size={17} /> : <Moon aria-hidden size={17} />}
            {theme === "dark" ? "Light paper" : "Dark paper"}
          </MenuItem>
          <MenuItem onSelect={() => setSearch(true)}>
            <Search aria-hidden size={17} /> Look up
            <span className="figure ml-auto text-sm text-faint">/</span>
          </MenuItem>
          <MenuItem asChild>
            <Link to="/help">
              <BookOpen aria-hidden size={17} /> Help and words
            </Link>
          </MenuItem>
          <MenuItem onSelect={() => setKeys(true)}>
            <Keyboard aria-hidden size={17} /> Keys
            <span className="figure ml-auto text-sm text-faint">?</span>
          </MenuItem>
          <MenuItem onSelect={() => setPassword(true)}>
            <KeyRound aria-hidden size={17} /> Change password
          </MenuItem>
          <MenuItem onSelect={() => setCodes(true)}>
            <LifeBuoy aria-hidden size={17} /> Codes for a forgotten password
          </MenuItem>
          <MenuItem onSelect={() => setData(true)}>
            <Archive aria-hidden size={17} /> Your data
          </MenuItem>
          <MenuItem onSelect={() => entry.mutate({ way: "sign-out" })}>
            <LogOut aria-hidden size={17} /> Sign out
          </MenuItem>
        </Menu>
      </div>
      <Dialog open={password} onOpenChange={setPassword} title="Change password">
        <PasswordForm done={() => setPassword(false)} />
      </Dialog>
      <Dialog open={codes} onOpenChange={setCodes} title="Codes for a forgotten password">
        <NewCodes />
      </Dialog>
      <Dialog open={data} onOpenChange={setData} title="Your data">
        <PilotData />
      </Dialog>
      <SearchDialog open={search} onOpenChange={setSearch} />
      <Dialog open={keys} onOpenChange={setKeys} title="Keys">
        <KeyList />
      </Dialog>
    </header>
  );
}
