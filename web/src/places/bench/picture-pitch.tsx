/** Pitch from a picture: one line along the chord, one along a reference, drawn over a photo. */
import { ImageUp } from "lucide-react";
import { useRef, useState } from "react";
import { type BenchHand, pitchByOtherMeans } from "@/api/bench";
import { asProblem, type Problem } from "@/api/client";
import { signed } from "@/parts/numbers";
import { ProblemNote } from "@/parts/problem-note";

type Point = [number, number];
type Line = [Point, Point];
type Lines = { chord: Line; reference: Line };

const LONGEST = 1400;
const START: Lines = {
  chord: [
    [20, 45],
    [80, 40],
  ],
  reference: [
    [20, 75],
    [80, 75],
  ],
};

type Props = { hand: BenchHand; done: (pitch: number) => void };

export function PicturePitch({ hand, done }: Props) {
  const [photo, setPhoto] = useState<string | null>(null);
  const [shape, setShape] = useState(0.75);
  const [lines, setLines] = useState<Lines>(START);
  const [pitch, setPitch] = useState<number | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const file = useRef<HTMLInputElement>(null);

  const bring = async (given: File | undefined) => {
    if (!given) return;
    try {
      const picture = await smaller(given);
      setShape(picture.height / picture.width);
      setPhoto(await hand.addPhoto(picture.blob));
      setProblem(null);
    } catch (error) {
      setProblem(asProblem(error));
    }
  };
  const move = (name: keyof Lines, end: 0 | 1, to: Point) => {
    const line: Line = [...lines[name]];
    line[end] = [clamp(to[0], 100), clamp(to[1], 100 * shape)];
    setLines({ ...lines, [name]: line });
    setPitch(null);
  };
  const work = async () => {
    try {
      setPitch(
        await pitchByOtherMeans({
          by: "picture",
          small_mm: 0,
          large_mm: 0,
          chord_line: lines.chord,
          reference_line: lines.reference,
        }),
      );
      setProblem(null);
    } catch (error) {
      setProblem(asProblem(error));
    }
  };
  return (
    <div className="mt-3 space-y-3">
      <p className="text-sm">
        Photograph the blade from its tip. Draw one line from trailing to leading edge, the other
        along something square to the main shaft. The photo stays in this machine's database.
      </p>
      <button type="button" className="key w-full" onClick={() => file.current?.click()}>
        <ImageUp aria-hidden size={18} /> {photo ? "Another picture" : "Choose a picture"}
      </button>
      <input
        ref={file}
        type="file"
        accept="image/*"
        aria-label="Picture of the blade"
        className="hidden"
        onChange={(event) => void bring(event.target.files?.[0])}
      />
      {problem && <ProblemNote problem={problem} />}
      {photo && (
        <>
          <div className="relative touch-none select-none">
            <img src={photo} alt="The blade, to draw over" className="block w-full" />
            <Overlay lines={lines} shape={shape} move={move} />
          </div>
          <button type="button" className="key w-full" onClick={work}>
            Work it out
          </button>
        </>
      )}
      {pitch !== null && (
        <button type="button" className="key key-main w-full text-lg" onClick={() => done(pitch)}>
          Use {signed(pitch)}°
        </button>
      )}
    </div>
  );
}

type OverlayProps = {
  lines: Lines;
  shape: number;
  move: (name: keyof Lines, end: 0 | 1, to: Point) => void;
};

function Overlay({ lines, shape, move }: OverlayProps) {
  const drawing = useRef<SVGSVGElement>(null);
  const at = (event: React.PointerEvent): Point => {
    const box = drawing.current?.getBoundingClientRect();
    if (!box) return [0, 0];
    return [
      ((event.clientX - box.left) / box.width) * 100,
      ((event.clientY - box.top) / box.height) * 100 * shape,
    ];
  };
  return (
    // biome-ignore lint/a11y/noSvgWithoutTitle: each handle on it has its own name
    <svg
      ref={drawing}
      viewBox={`0 0 100 ${100 * shape}`}
      className="absolute inset-0 size-full overflow-visible"
    >
      {(["chord", "reference"] as const).map((name) => {
        const [[x1, y1], [x2, y2]] = lines[name];
        return (
          <g key={name} className={name === "chord" ? "text-out" : "text-in"}>
            <path
              d={`M${x1} ${y1}L${x2} ${y2}`}
              className="stroke-current"
              strokeWidth="0.8"
              strokeDasharray={name === "chord" ? undefined : "3 1.5"}
            />
            {([0, 1] as const).map((end) => (
              <circle
                key={end}
                role="slider"
                tabIndex={0}
                aria-label={`${name} line, ${end === 0 ? "left" : "right"} end`}
                aria-valuenow={Math.round(lines[name][end][1])}
                aria-valuetext={`${lines[name][end].map((v) => v.toFixed(1)).join(", ")}`}
                cx={lines[name][end][0]}
                cy={lines[name][end][1]}
                r="3"
                className="cursor-move fill-sheet/50 stroke-current"
                strokeWidth="0.8"
                onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
                onPointerMove={(event) => event.buttons > 0 && move(name, end, at(event))}
                onKeyDown={(event) => {
                  const by = {
                    ArrowLeft: [-1, 0],
                    ArrowRight: [1, 0],
                    ArrowUp: [0, -1],
                    ArrowDown: [0, 1],
                  }[event.key];
                  if (!by) return;
                  event.preventDefault();
                  const size = event.shiftKey ? 2 : 0.25;
                  const [x, y] = lines[name][end];
                  move(name, end, [x + (by[0] ?? 0) * size, y + (by[1] ?? 0) * size]);
                }}
              />
            ))}
          </g>
        );
      })}
    </svg>
  );
}

function clamp(value: number, most: number): number {
  return Math.max(0, Math.min(most, value));
}

/** Scale a photo down so that it is quick to keep; its angles stay what they are. */
async function smaller(file: File): Promise<{ blob: Blob; width: number; height: number }> {
  const picture = await createImageBitmap(file);
  const scale = Math.min(1, LONGEST / Math.max(picture.width, picture.height));
  const canvas = document.createElement("canvas");
  canvas.width = Math.round(picture.width * scale);
  canvas.height = Math.round(picture.height * scale);
  canvas.getContext("2d")?.drawImage(picture, 0, 0, canvas.width, canvas.height);
  const blob = await new Promise<Blob | null>((give) => canvas.toBlob(give, "image/jpeg", 0.85));
  if (!blob) throw new Error("This browser cannot read that picture.");
  return { blob, width: canvas.width, height: canvas.height };
}
