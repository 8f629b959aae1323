/** The device that holds a setting: a word and a drawn sign, the same everywhere. */
import type { Device } from "@/api/catalogue";

export type { Device } from "@/api/catalogue";

/** Each sign is a shape of its own, so that it reads without colour. */
const SIGNS: Record<Device, React.ReactNode> = {
  transmitter: <path d="M3 14V7h10v7M8 7V1" />,
  unit: <path d="M3 3h10v10H3zM3 8h10" />,
  "speed controller": <path d="M2 4h12v8H2zM5 4V1M11 4V1M8 12v3" />,
  helicopter: <path d="M1 4h14M8 4v4M4 8h8l-2 5H6z" />,
};

export function DeviceSign({ device }: { device: Device }) {
  return (
    <svg
      viewBox="0 0 16 16"
      aria-hidden
      className="size-3.5 shrink-0 fill-none stroke-current"
      strokeWidth="1.6"
    >
      {SIGNS[device]}
    </svg>
  );
}

export function DeviceTag({ device }: { device: Device }) {
  return (
    <span className="inline-flex items-center gap-1 text-xs text-faint">
      <DeviceSign device={device} />
      {device}
    </span>
  );
}
