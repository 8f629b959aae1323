/** A named figure of the readings, and the warnings that go with them. */
import type { Frame } from "@/api/client";

export function Figure({ label, value, unit }: { label: string; value: string; unit: string }) {
  return (
    <div>
      <dt className="text-xs text-faint">{label}</dt>
      <dd className="figure text-lg leading-tight whitespace-nowrap">
        {value}
        <span className="ml-0.5 text-xs text-faint">{unit}</span>
      </dd>
    </div>
  );
}

export function Warnings({ of }: { of: Frame["warnings"] }) {
  if (of.length === 0) return null;
  return (
    <ul className="mt-2 space-y-1" aria-label="Warnings">
      {of.map((warning) => (
        <li key={warning.text} className="text-sm font-semibold text-out">
          ■ {warning.text}
        </li>
      ))}
    </ul>
  );
}
