/** How grave a finding is: a word, a shape and a colour together. */
import type { Severity } from "@/api/audit";

const LOOKS: Record<Severity, { word: string; colour: string; shape: React.ReactNode }> = {
  danger: {
    word: "danger",
    colour: "text-out",
    shape: (
      <>
        <path d="M5 1.5h6L14.5 5v6L11 14.5H5L1.5 11V5Z" className="fill-current" />
        <path d="M8 4.5v4.5M8 10.5v1.5" className="stroke-sheet" strokeWidth="2" />
      </>
    ),
  },
  fault: {
    word: "fault",
    colour: "text-workable",
    shape: (
      <>
        <path d="M8 1.5 14.5 8 8 14.5 1.5 8Z" />
        <path d="M8 5v3.6M8 10v1.2" strokeWidth="2" />
      </>
    ),
  },
  look: {
    word: "check this",
    colour: "text-ink",
    shape: (
      <>
        <path d="M1 8s2.7-4.5 7-4.5S15 8 15 8s-2.7 4.5-7 4.5S1 8 1 8Z" />
        <circle cx="8" cy="8" r="1.8" />
      </>
    ),
  },
  not_set: {
    word: "not set",
    colour: "text-faint",
    shape: <circle cx="8" cy="8" r="6" strokeDasharray="2.6 2.2" />,
  },
};

export function SeveritySign({ severity }: { severity: Severity }) {
  const look = LOOKS[severity];
  return (
    <svg
      viewBox="0 0 16 16"
      aria-hidden
      className={`size-4.5 shrink-0 fill-none stroke-current ${look.colour}`}
      strokeWidth="1.6"
    >
      {look.shape}
    </svg>
  );
}

export function SeverityMark({ severity }: { severity: Severity }) {
  const look = LOOKS[severity];
  return (
    <span className={`inline-flex items-center gap-1.5 text-sm font-semibold ${look.colour}`}>
      <SeveritySign severity={severity} />
      {look.word}
    </span>
  );
}
