/**
 * Every shortcut there is, while what it belongs to is on the page: the list under "?" is made from
 * this, a key means one thing in one place, and single letters can be switched off (WCAG 2.1.4).
 */
import { useEffect, useRef, useSyncExternalStore } from "react";

export type Shortcut = {
  /** The key as the browser names it, lower case; "ctrl+s" with a modifier. Several may do it. */
  keys: string[];
  says: string;
  /** Where it counts: everywhere, or in fields of readings too. */
  inReadings?: boolean;
  run: (event: KeyboardEvent) => void;
};

/** What is only listed: keys that belong to the field or point that has the focus. */
export type Listed = { keys: string; says: string };

const active = new Set<{ current: Shortcut }>();
const listed = new Set<Listed>();
const listeners = new Set<() => void>();
const SWITCHED_OFF = "mint-lever.single-keys-off";

let singleOff = read();
let shown: Listed[] = [];

function read(): boolean {
  try {
    return localStorage.getItem(SWITCHED_OFF) === "yes";
  } catch {
    return false;
  }
}

/** Switch the keys that are a single letter, digit or sign off or on, and remember it. */
export function switchSingleKeys(on: boolean) {
  singleOff = !on;
  try {
    localStorage.setItem(SWITCHED_OFF, on ? "no" : "yes");
  } catch {
    // It holds until the page is left.
  }
  changed();
}

export function useSingleKeys(): boolean {
  return useSyncExternalStore(subscribe, () => !singleOff);
}

/** True where a key press belongs to what has the focus: text, a slider, an open list. */
export function typing(event: KeyboardEvent): boolean {
  const at = event.target as HTMLElement | null;
  return !!at?.closest("input, textarea, select, [role=menu], [role=dialog], [contenteditable]");
}

/** A shortcut that counts while the component is on the page. */
export function useShortcut(shortcut: Shortcut | null) {
  const held = useRef(shortcut);
  held.current = shortcut;
  const names = shortcut?.keys.join(" ");
  useEffect(() => {
    if (names === undefined || !held.current) return;
    for (const name of names.split(" ")) {
      const other = [...active].find((each) => each.current.keys.includes(name));
      if (other) console.error(`The key ${name} means two things: ${other.current.says}`);
    }
    const entry = held as { current: Shortcut };
    active.add(entry);
    changed();
    return () => {
      active.delete(entry);
      changed();
    };
  }, [names]);
}

/** Keys to list while the component is on the page; whoever has the focus answers them. */
export function useListedKeys(rows: Listed[]) {
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is listed never changes
  useEffect(() => {
    for (const row of rows) listed.add(row);
    changed();
    return () => {
      for (const row of rows) listed.delete(row);
      changed();
    };
  }, []);
}

/** What the list shows now. */
export function useShortcutList(): Listed[] {
  return useSyncExternalStore(subscribe, () => shown);
}

/** The key of an event as shortcuts name it. */
export function nameOf(event: KeyboardEvent): string {
  const key = event.key.toLowerCase();
  const held = [event.ctrlKey || event.metaKey ? "ctrl" : "", event.altKey ? "alt" : ""];
  const shift = event.shiftKey && (event.ctrlKey || event.metaKey) ? "shift" : "";
  return [...held, shift, key].filter(Boolean).join("+");
}

export function single(name: string): boolean {
  return name.length === 1;
}

function press(event: KeyboardEvent) {
  if (event.defaultPrevented) return;
  const name = nameOf(event);
  if (single(name) && singleOff) return;
  const found = [...active].find((each) => each.current.keys.includes(name));
  if (!found) return;
  const { inReadings, run } = found.current;
  const inReading = !!(event.target as HTMLElement | null)?.dataset?.ask;
  // In a reading's own field no letter is ever typed; elsewhere text has the first say.
  if (name !== "ctrl+s" && typing(event) && !(inReadings && inReading)) return;
  event.preventDefault();
  run(event);
}

function changed() {
  const own = [...active].map(({ current }) => ({
    keys: current.keys.map(written).join(", "),
    says: current.says,
  }));
  shown = [...own, ...listed];
  for (const listener of listeners) listener();
}

function written(name: string): string {
  return name
    .split("+")
    .map((part) =>
      part.length === 1 ? part.toUpperCase() : part[0]?.toUpperCase() + part.slice(1),
    )
    .join(" ");
}

function subscribe(listener: () => void) {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

addEventListener("keydown", press);
