/**
 * One number with its unit. Type and press Enter, or nudge with the arrow keys; a refused entry
 * stays where it was typed, with the reason under it.
 */
import { useEffect, useId, useRef, useState } from "react";
import { FigureChoice } from "@/parts/figure-choice";
import { eitherOf, readNumber, shown } from "@/parts/numbers";
import { useUnsavedEntries } from "@/parts/unsaved-entries";
import type { NumberSetting } from "./setting";
import { focusSetting, leaveSetting } from "./setting-focus";

type Props = {
  setting: NumberSetting;
  /** Null for a field nothing stands in yet. */
  value: number | null;
  /** Save; give the reason when it is refused. */
  save: (value: number) => Promise<string | null>;
  hideLabel?: boolean;
  /** In a table: the unit takes no more room than it needs. */
  compact?: boolean;
  /** Left or given up with nothing typed; such a field has the focus from the start. */
  onLeft?: () => void;
};

const NUDGE_REST_MS = 350;
const SLOW_RPM = 300;

export function NumberField({ setting, value, save, hideLabel, compact, onLeft }: Props) {
  const id = useId();
  const [typed, setTyped] = useState<string | null>(null);
  const [focused, setFocused] = useState(false);
  const [fault, setFault] = useState<string | null>(null);
  /** Readings of one entry that are all possible: the pilot says which is meant. */
  const [meant, setMeant] = useState<number[]>([]);
  useUnsavedEntries(id, fault !== null || meant.length > 0);
  const rest = useRef<ReturnType<typeof setTimeout>>(undefined);
  /** What was sent last and refused: leaving the field must not send it again. */
  const refused = useRef<string | null>(null);

  // A value that changed under the field (undo, another edit) replaces what is not being typed.
  // biome-ignore lint/correctness/useExhaustiveDependencies: runs when the saved value changes
  useEffect(() => {
    setTyped(null);
    setFault(null);
    setMeant([]);
    refused.current = null;
  }, [value, setting.path]);
  useEffect(() => () => clearTimeout(rest.current), []);
  useEffect(() => () => leaveSetting(setting.path), [setting.path]);

  const text = typed ?? (value === null ? "" : plain(value, setting.decimals));

  const commit = async (entered: string, sure = false) => {
    clearTimeout(rest.current);
    setMeant([]);
    const number = readNumber(entered, setting.unit);
    if (entered.trim() === "" && value === null) {
      onLeft?.();
      return;
    }
    if (number === null) {
      setFault(`found “${entered}”; allowed: a number${setting.unit && ` in ${setting.unit}`}`);
      return;
    }
    if (number === value) {
      setTyped(null);
      setFault(null);
      return;
    }
    refused.current = entered;
    const doubtful = sure ? [] : inDoubt(entered, number, setting);
    if (doubtful.length > 0) {
      setFault(null);
      setMeant(doubtful);
      return;
    }
    setFault(await save(number));
  };
  const mean = async (number: number) => {
    setMeant([]);
    setFault(await save(number));
  };

  const nudge = (ways: number) => {
    const from = readNumber(text) ?? value ?? 0;
    const next = plain(from + ways * setting.step, setting.decimals);
    setTyped(next);
    clearTimeout(rest.current);
    rest.current = setTimeout(() => commit(next, true), NUDGE_REST_MS);
  };

  return (
    <div className="relative min-w-0">
      <label
        htmlFor={id}
        title={setting.help}
        className={hideLabel ? "sr-only" : "block text-sm leading-tight"}
      >
        {setting.label}
      </label>
      <div className="mt-0.5 flex items-center gap-1.5">
        <input
          id={id}
          className={`field figure w-full max-w-24 text-right text-base max-md:scroll-mt-[calc(min(11rem,34vh)+2rem)] max-md:scroll-mb-60 ${compact ? "min-h-8 px-1.5 py-0" : ""}`}
          inputMode="decimal"
          autoComplete="off"
          data-path={setting.path}
          value={text}
          aria-invalid={fault !== null || meant.length > 0}
          aria-describedby={
            fault ? `${id}-fault` : focused && setting.help ? `${id}-help` : undefined
          }
          onChange={(event) => setTyped(event.target.value)}
          onFocus={() => {
            setFocused(true);
            focusSetting(setting.path);
          }}
          // biome-ignore lint/a11y/noAutofocus: it was asked for by the key that stood here
          autoFocus={onLeft !== undefined}
          onBlur={() => {
            setFocused(false);
            leaveSetting(setting.path);
            if (typed !== null && typed !== refused.current) void commit(typed);
            else if (typed === null) onLeft?.();
          }}
          onKeyDown={(event) => {
            if (event.key === "Enter") void commit(text);
            else if (event.key === "ArrowUp") nudge(event.shiftKey ? 10 : 1);
            else if (event.key === "ArrowDown") nudge(event.shiftKey ? -10 : -1);
            else if (event.key === "Escape") {
              setTyped(null);
              setFault(null);
              setMeant([]);
              onLeft?.();
            } else return;
            event.preventDefault();
          }}
        />
        <span className={`shrink-0 text-sm text-faint ${compact ? "" : "w-10"}`}>
          {setting.unit}
        </span>
      </div>
      {focused && setting.help && !compact && !hideLabel && (
        // Over what stands below, never pushing it away: a press on that would miss it.
        <p
          id={`${id}-help`}
          className="pointer-events-none absolute top-full left-0 z-20 mt-1 w-max max-w-full border border-rule bg-sheet px-1.5 py-1 text-xs leading-tight text-ink"
        >
          {setting.help}
        </p>
      )}
      <FigureChoice
        of={setting.label}
        figures={meant}
        alone="So slow?"
        unit={setting.unit}
        onMean={(number) => void mean(number)}
      />
      {fault && (
        <p id={`${id}-fault`} role="alert" className="mt-1 text-sm text-out">
          {fault}
        </p>
      )}
    </div>
  );
}

/** What an entry may mean where that is in doubt: a separator before three digits, with both readings
 * in range, or a head speed no head flies at. */
function inDoubt(entered: string, number: number, setting: NumberSetting): number[] {
  const fits = (each: number) =>
    each >= (setting.least ?? Number.NEGATIVE_INFINITY) &&
    each <= (setting.most ?? Number.POSITIVE_INFINITY);
  const either = eitherOf(entered, setting.unit);
  if (either?.every(fits)) return either;
  return setting.unit === "rpm" && number > 0 && number < SLOW_RPM ? [number] : [];
}

/** A value as it would be typed: a plain minus, no more decimals than it has. */
function plain(value: number, decimals: number): string {
  const rounded = Number(value.toFixed(Math.max(decimals, 3)));
  const own = String(rounded).split(".")[1]?.length ?? 0;
  return shown(rounded, Math.max(own, decimals)).replace("−", "-");
}
