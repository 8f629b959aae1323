/**
 * Changes the server has not taken yet, in the browser's own storage: one entry each, so that two
 * tabs never write over each other's, and under the pilot's name, so that nobody sends another's.
 */
/** A change as it waits: plain data only, so that it can be kept. */
export type Change = {
  helicopter: string;
  call: string;
  args: Record<string, unknown>;
  /** The change's own id, the time on this clock, the digest of the setup the pilot saw. */
  id: string;
  at: string;
  saw: string;
  /** The version of the setup it is made on, as far as the page knew. */
  version: number | null;
  /** Sent on after a reload; true for the first: it is made on what the page before it showed. */
  resumed?: boolean;
};

type Kept = { change: Change; pilot: string; order: number };

const KEPT = "mint-lever.change.";
let made = 0;

export function keepChange(change: Change, pilot: string) {
  made += 1;
  const kept: Kept = { change, pilot, order: Date.parse(change.at) * 1000 + (made % 1000) };
  try {
    localStorage.setItem(KEPT + change.id, JSON.stringify(kept));
  } catch {
    // No room or no storage: the line still works as long as the page is open.
  }
}

/** Keep what became of a change that waits; its place and its pilot stay. */
export function keepAnew(change: Change) {
  try {
    const key = KEPT + change.id;
    const kept = read(localStorage.getItem(key));
    if (kept) localStorage.setItem(key, JSON.stringify({ ...kept, change }));
  } catch {
    // What could not be kept need not be kept anew.
  }
}

export function dropChange(change: Change) {
  try {
    localStorage.removeItem(KEPT + change.id);
  } catch {
    // What could not be kept need not be dropped.
  }
}

/** A pilot's changes that wait, the oldest first. */
export function keptChanges(pilot: string): Change[] {
  try {
    return Object.keys(localStorage)
      .filter((key) => key.startsWith(KEPT))
      .map((key) => read(localStorage.getItem(key)))
      .filter((kept): kept is Kept => kept?.pilot === pilot)
      .sort((one, other) => one.order - other.order)
      .map((kept) => kept.change);
  } catch {
    return [];
  }
}

function read(text: string | null): Kept | null {
  try {
    return JSON.parse(text ?? "null") as Kept | null;
  } catch {
    return null;
  }
}
