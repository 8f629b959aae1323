/** The cyclic stick: drag inside the square. Its two sliders are the same stick for the keyboard. */
import { useRef } from "react";
import { moveLevers, useLever } from "./levers";

export function CyclicPad() {
  const aileron = useLever("aileron");
  const elevator = useLever("elevator");
  const square = useRef<HTMLDivElement>(null);
  const follow = (event: React.PointerEvent) => {
    const box = square.current?.getBoundingClientRect();
    if (!box) return;
    const share = (at: number, from: number, size: number) => ((at - from) / size) * 2 - 1;
    moveLevers({
      aileron: Math.round(share(event.clientX, box.left, box.width) * 100),
      elevator: Math.round(-share(event.clientY, box.top, box.height) * 100),
    });
  };
  return (
    <div
      ref={square}
      aria-hidden
      data-testid="cyclic-pad"
      className="relative size-full cursor-crosshair touch-none border border-edge bg-sheet"
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        follow(event);
      }}
      onPointerMove={(event) => event.buttons > 0 && follow(event)}
      onDoubleClick={() => moveLevers({ aileron: 0, elevator: 0 })}
    >
      <svg
        aria-hidden
        viewBox="-105 -105 210 210"
        className="pointer-events-none absolute inset-0 size-full"
      >
        <circle r="100" className="fill-none stroke-rule" />
        <path d="M-100 0H100M0-100V100" className="stroke-rule" />
        <path
          d={`M0 0L${aileron} ${-elevator}`}
          className="stroke-mint"
          strokeWidth="3"
          strokeDasharray="6 4"
        />
        <circle
          cx={aileron}
          cy={-elevator}
          r="13"
          className="fill-mint stroke-sheet"
          strokeWidth="3"
        />
      </svg>
    </div>
  );
}
