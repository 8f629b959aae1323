/** A drawing the core made, as it is: millimetres, x to the right, y down. */
import type { PaperDrawing as Drawing } from "@/api/papers";

const THICK = { thin: 0.12, plain: 0.25, thick: 0.5 } as const;
const LETTERS = 2.2;

export function PaperDrawing({ drawing, className }: { drawing: Drawing; className?: string }) {
  const { says, width, height, strokes, rings, letters } = drawing;
  return (
    <svg
      role="img"
      aria-label={says}
      viewBox={`0 0 ${width} ${height}`}
      className={className ?? "w-full max-w-72"}
      fill="none"
      stroke="currentColor"
    >
      {strokes.map((stroke) => (
        <polyline
          key={stroke.points.join()}
          points={stroke.points.join(" ")}
          strokeWidth={THICK[stroke.weight]}
          strokeDasharray={stroke.dashed ? "0.6 0.6" : undefined}
        />
      ))}
      {rings.map((ring) => (
        <circle
          key={`${ring.x} ${ring.y} ${ring.radius}`}
          cx={ring.x}
          cy={ring.y}
          r={ring.radius}
          strokeWidth={THICK[ring.weight]}
          fill={ring.filled ? "currentColor" : "none"}
        />
      ))}
      {letters.map((each) => (
        <text
          key={`${each.x} ${each.y} ${each.text}`}
          x={each.x}
          y={each.y}
          textAnchor={each.anchor}
          fontSize={LETTERS}
          fill="currentColor"
          stroke="none"
        >
          {each.text}
        </text>
      ))}
    </svg>
  );
}
