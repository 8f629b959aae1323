/** An answer as the list of questions shows it. */
import type { Ask } from "@/api/bench";
import { shown, signed } from "@/parts/numbers";

const BALL: Record<string, string> = { "1": "↑", "0": "–", "-1": "↓" };

export function answerText(ask: Ask): string {
  const { answer } = ask;
  if (answer === null || answer === undefined) return "";
  if (Array.isArray(answer)) {
    return answer.map((each) => (ask.kind === "balls" ? BALL[String(each)] : each)).join(" ");
  }
  if (ask.kind === "number") {
    // Where a figure may be below zero its sign is part of the answer.
    const written = ask.low < 0 ? signed : shown;
    return `${written(Number(answer), ask.nudge < 1 ? 1 : 0)} ${ask.unit}`;
  }
  if (typeof answer === "boolean") return answer ? "yes" : "no";
  const options = "options" in ask ? ask.options : [];
  return options.find((option) => option.value === answer)?.label ?? String(answer);
}
