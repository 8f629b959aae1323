/** One of two drawings side by side: what must be seen, or what must not. */
type Props = { right: boolean; caption: string; children: React.ReactNode };

export function MovementDrawing({ right, caption, children }: Props) {
  const colour = right ? "text-in" : "text-out";
  return (
    <div className={`border ${right ? "border-in" : "border-dashed border-out"} p-2 ${colour}`}>
      <p className="flex items-center gap-1.5 text-sm font-semibold">
        <svg
          viewBox="0 0 16 16"
          aria-hidden
          className="size-4 fill-none stroke-current"
          strokeWidth="2"
        >
          {right ? <path d="M3 8.5 7 12.5 13.5 4" /> : <path d="M3 3 13 13M13 3 3 13" />}
        </svg>
        {right ? "right" : "wrong"}
      </p>
      {children}
      <p className="text-sm leading-tight text-ink">{caption}</p>
    </div>
  );
}
