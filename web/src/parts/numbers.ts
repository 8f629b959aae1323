/** Numbers as pilots type and read them. No arithmetic of the job is done here. */

/** Read a number with a decimal comma or point; null when it is not one. */
export function readNumber(text: string): number | null {
  const clean = text.trim().replace(/[−–]/g, "-").replace(",", ".");
  if (!/^[+-]?(\d+\.?\d*|\.\d+)$/.test(clean)) return null;
  return Number(clean);
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
