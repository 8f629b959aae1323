/**
 * Dates as the pilot's own browser orders them, the month as a word: no 3/4 that is read two ways.
 */
export function dayOf(at: string): string {
  return new Date(at).toLocaleDateString(undefined, { dateStyle: "medium" });
}

export function dayAndTimeOf(at: string): string {
  return new Date(at).toLocaleString(undefined, { dateStyle: "medium", timeStyle: "short" });
}

export function timeOf(at: string): string {
  return new Date(at).toLocaleTimeString(undefined, { timeStyle: "short" });
}
