/**
 * A plain silhouette of the airframe on the floor under the linkage, and the tail at its end: which
 * way the nose is, which side is right, and where the rudder would push. Not to the linkage's scale.
 */
import { Matrix4, Shape, ShapeGeometry, Vector3 } from "three";
import type { Setup } from "@/api/client";
import type { Ink, InkPart } from "./ink";
import { type DrawnTail, TailSketch } from "./tail-sketch";

const OF_TAIL = "airframe.tail.";

const GONE = new Matrix4().makeScale(0, 0, 0);
const HERE = new Matrix4();

export class Airframe {
  /** Where words stand: past the nose's tip, the boom's end and the body's right side. */
  readonly places: { text: string; where: Vector3 }[];
  private arrows: { right: InkPart; left: InkPart };
  private tail: TailSketch | null;

  constructor(
    private readonly ink: Ink,
    private readonly floor: number,
    private readonly radius: number,
    tail: Setup["airframe"]["tail"],
  ) {
    const r = radius;
    ink.solid(new ShapeGeometry(outline(r)).translate(0, 0, floor), "wash");
    this.arrows = { right: this.arrow(1), left: this.arrow(-1) };
    this.tail = tail ? new TailSketch(ink, floor, r, tail) : null;
    const low = floor;
    this.places = [
      { text: "nose", where: new Vector3(-0.3 * r, 1.75 * r, low) },
      { text: "right", where: new Vector3(1.2 * r, 0.7 * r, low) },
    ];
  }

  /** Put the tail's parts and the arrow where the rudder has them; nothing of it without a tail. */
  place(tail: DrawnTail | null) {
    const { ink } = this;
    ink.move(this.arrows.right, tail?.pushes === "right" ? HERE : GONE);
    ink.move(this.arrows.left, tail?.pushes === "left" ? HERE : GONE);
    this.tail?.place(tail);
  }

  /** The two ends of a length of the tail on the sketch; null for any other. */
  ends(path: string, tail: DrawnTail | null): [Vector3, Vector3] | null {
    if (!tail || !path.startsWith(OF_TAIL)) return null;
    return this.tail?.ends(path.slice(OF_TAIL.length), tail) ?? null;
  }

  /** A broad arrow across the nose, one way or the other. */
  private arrow(way: 1 | -1): InkPart {
    const r = this.radius;
    const shape = new Shape();
    const [y, half, from, to, tip] = [1.32 * r, 0.06 * r, 0.12 * r, 0.5 * r, 0.8 * r];
    shape.moveTo(way * from, y - half);
    shape.lineTo(way * to, y - half);
    shape.lineTo(way * to, y - 2.4 * half);
    shape.lineTo(way * tip, y);
    shape.lineTo(way * to, y + 2.4 * half);
    shape.lineTo(way * to, y + half);
    shape.lineTo(way * from, y + half);
    return this.ink.solid(new ShapeGeometry(shape).translate(0, 0, this.floor), "mint");
  }
}

/** Seen from above: a body round the shaft, its nose forward, a boom and a fin behind. */
function outline(r: number): Shape {
  const shape = new Shape();
  shape.moveTo(0, 1.2 * r);
  shape.bezierCurveTo(0.4 * r, 1.1 * r, 0.6 * r, 0.5 * r, 0.5 * r, 0);
  shape.bezierCurveTo(0.42 * r, -0.4 * r, 0.2 * r, -0.6 * r, 0.07 * r, -0.75 * r);
  shape.lineTo(0.07 * r, -1.4 * r);
  shape.lineTo(-0.07 * r, -1.4 * r);
  shape.lineTo(-0.07 * r, -0.75 * r);
  shape.bezierCurveTo(-0.2 * r, -0.6 * r, -0.42 * r, -0.4 * r, -0.5 * r, 0);
  shape.bezierCurveTo(-0.6 * r, 0.5 * r, -0.4 * r, 1.1 * r, 0, 1.2 * r);
  return shape;
}
