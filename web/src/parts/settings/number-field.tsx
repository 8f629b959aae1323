/**
 * One number with its unit. Type and press Enter, or nudge with the arrow keys; a refused entry
 * stays where it was typed, with the reason under it.
 */
import { useEffect, useId, useRef, useState } from "react";
import { readNumber, shown } from "@/parts/numbers";
import type { NumberSetting } from "./setting";

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

export function NumberField({ setting, value, save, hideLabel, compact, onLeft }: Props) {
  const id = useId();
  const [typed, setTyped] = useState<string | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const rest = useRef<ReturnType<typeof setTimeout>>(undefined);
  /** What was sent last and refused: leaving the field must not send it again. */
  const refused = useRef<string | null>(null);

  // A value that changed under the field (undo, another edit) replaces what is not being typed.
  // biome-ignore lint/correctness/useExhaustiveDependencies: runs when the saved value changes
  useEffect(() => {
    setTyped(null);
    setFault(null);
    refused.current = null;
  }, [value, setting.path]);
  useEffect(() => () => clearTimeout(rest.current), []);

  const text = typed ?? (value === null ? "" : plain(value, setting.decimals));

  const commit = async (entered: string) => {
    clearTimeout(rest.current);
    const number = readNumber(entered);
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
    setFault(await save(number));
  };

  const nudge = (ways: number) => {
    const from = readNumber(text) ?? value ?? 0;
    const next = plain(from + ways * setting.step, setting.decimals);
    setTyped(next);
    clearTimeout(rest.current);
    rest.current = setTimeout(() => commit(next), NUDGE_REST_MS);
  };

  return (
    <div className="min-w-0">
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
          className={`field figure w-full max-w-24 text-right text-base ${compact ? "min-h-8 px-1.5 py-0" : ""}`}
          inputMode="decimal"
          autoComplete="off"
          data-path={setting.path}
          value={text}
          aria-invalid={fault !== null}
          aria-describedby={fault ? `${id}-fault` : undefined}
          onChange={(event) => setTyped(event.target.value)}
          // biome-ignore lint/a11y/noAutofocus: it was asked for by the key that stood here
          autoFocus={onLeft !== undefined}
          onBlur={() => {
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
              onLeft?.();
            } else return;
            event.preventDefault();
          }}
        />
        <span className={`shrink-0 text-sm text-faint ${compact ? "" : "w-10"}`}>
          {setting.unit}
        </span>
      </div>
      {fault && (
        <p id={`${id}-fault`} role="alert" className="mt-1 text-sm text-out">
          {fault}
        </p>
      )}
    </div>
  );
}

/** A value as it would be typed: a plain minus, no more decimals than it has. */
function plain(value: number, decimals: number): string {
  const rounded = Number(value.toFixed(Math.max(decimals, 3)));
  const own = String(rounded).split(".")[1]?.length ?? 0;
  return shown(rounded, Math.max(own, decimals)).replace("−", "-");
}
