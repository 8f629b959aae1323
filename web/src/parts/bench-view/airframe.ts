/**
 * A plain silhouette of the airframe on the floor under the linkage, and the tail at its end: which
 * way the nose is, which side is right, and where the rudder would push. Not to the linkage's scale.
 */
import { BoxGeometry, Matrix4, Shape, ShapeGeometry, Vector3 } from "three";
import type { Frame } from "@/api/client";
import type { Ink, InkPart } from "./ink";

type DrawnTail = NonNullable<Frame["scene"]["tail"]>;

const GONE = new Matrix4().makeScale(0, 0, 0);
const HERE = new Matrix4();

export class Airframe {
  /** Where words stand: past the nose's tip, the boom's end and the body's right side. */
  readonly places: { text: string; where: Vector3 }[];
  private arrows: { right: InkPart; left: InkPart };
  private blades: InkPart[] = [];
  private slider: InkPart;
  private hub: Vector3;
  private rod: InkPart;

  constructor(
    private readonly ink: Ink,
    private readonly floor: number,
    private readonly radius: number,
    tailOnLeft: boolean | null,
  ) {
    const r = radius;
    ink.solid(new ShapeGeometry(outline(r)).translate(0, 0, floor), "wash");
    this.arrows = { right: this.arrow(1), left: this.arrow(-1) };
    const side = tailOnLeft === null ? 0 : tailOnLeft ? -1 : 1;
    this.hub = new Vector3(side * 0.26 * r, -1.25 * r, floor + 0.5 * r);
    this.rod = ink.strokes([0, -1.25 * r, this.hub.z, ...this.hub.toArray()], "ink");
    this.slider = ink.solid(new BoxGeometry(0.07 * r, 0.14 * r, 0.14 * r), "sheet");
    for (const up of side === 0 ? [] : [1, -1]) {
      const blade = new BoxGeometry(0.04 * r, 0.18 * r, 0.42 * r);
      this.blades.push(ink.solid(blade.translate(0, 0, up * 0.3 * r), "sheet"));
    }
    const low = floor;
    this.places = [
      { text: "nose", where: new Vector3(-0.3 * r, 1.75 * r, low) },
      { text: "right", where: new Vector3(1.2 * r, 0.7 * r, low) },
    ];
  }

  /** Put slider, blades and arrow where the rudder has them; nothing of it without a tail. */
  place(tail: DrawnTail | null) {
    const { ink, radius: r } = this;
    ink.move(this.arrows.right, tail?.pushes === "right" ? HERE : GONE);
    ink.move(this.arrows.left, tail?.pushes === "left" ? HERE : GONE);
    ink.move(this.rod, tail ? HERE : GONE);
    if (!tail) {
      ink.move(this.slider, GONE);
      for (const blade of this.blades) ink.move(blade, GONE);
      return;
    }
    const side = tail.side === "left" ? -1 : 1;
    const out = side * r * (0.13 + 0.05 * tail.slider_out);
    ink.move(this.slider, new Matrix4().setPosition(out, this.hub.y, this.hub.z));
    // A folded blade's edge, the rear one, swings to the side the nose is pushed to.
    const turn = new Matrix4()
      .makeRotationZ((tail.pitch_deg * Math.PI) / 180)
      .setPosition(this.hub);
    for (const blade of this.blades) ink.move(blade, turn);
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
