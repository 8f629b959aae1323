/** Numbers as pilots type and read them. No arithmetic of the job is done here. */

/** Read a number with a decimal comma or point, in digits of any script, its own unit behind it or
 * not; null when it is not one. */
export function readNumber(text: string, unit = ""): number | null {
  const clean = plainDigits(text.trim()).replace(/[−–]/g, "-").replace(/[,٫]/, ".");
  const bare = unit && clean.endsWith(unit) ? clean.slice(0, -unit.length).trim() : clean;
  if (!/^[+-]?(\d+\.?\d*|\.\d+)$/.test(bare)) return null;
  return Number(bare);
}

/** What may be meant by three digits after one separator: 2.1 or 2100; null where there is no doubt.
 */
export function eitherOf(text: string, unit = ""): [number, number] | null {
  const value = readNumber(text, unit);
  const digits = plainDigits(text).match(/^\s*[+−–-]?[1-9]\d{0,2}[.,٫](\d{3})(?!\d)/);
  return value === null || !digits ? null : [value, Math.round(value * 1000)];
}

/** Digits of other scripts as those the program calculates with. */
function plainDigits(text: string): string {
  return text.replace(/\p{Nd}/gu, (digit) => {
    const code = digit.codePointAt(0) ?? 0;
    let zero = code;
    // Every script's digits stand in a row of ten, from its zero on.
    while (code - zero < 9 && /\p{Nd}/u.test(String.fromCodePoint(zero - 1))) zero -= 1;
    return code < 128 ? digit : String(code - zero);
  });
}

/** Show a number with a fixed number of decimals and a real minus sign. */
export function shown(value: number | null | undefined, decimals = 1): string {
  if (value === null || value === undefined) return "–";
  const text = value.toFixed(decimals);
  return (Number(text) === 0 ? (0).toFixed(decimals) : text).replace("-", "−");
}

/** The same with a plus in front of what is above zero. */
export function signed(value: number | null | undefined, decimals = 1): string {
  const text = shown(value, decimals);
  return value !== null && value !== undefined && Number(value.toFixed(decimals)) > 0
    ? `+${text}`
    : text;
}
