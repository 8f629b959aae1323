/**
 * The tail at the boom's end, with its servo, push rod, slider and blades: as the rudder has them,
 * not to any scale. It knows where on the sketch each of the tail's lengths is measured.
 */
import { BoxGeometry, IcosahedronGeometry, Matrix4, Vector3 } from "three";
import type { Frame, Setup } from "@/api/client";
import { placeBar } from "./bar-placement";
import type { Ink, InkPart } from "./ink";

export type DrawnTail = NonNullable<Frame["scene"]["tail"]>;
type Tail = NonNullable<Setup["airframe"]["tail"]>;
type Ends = [Vector3, Vector3];

const GONE = new Matrix4().makeScale(0, 0, 0);
const HERE = new Matrix4();

/** Along the drawing, as shares of the airframe's radius: the slider's way, half of it. */
const WAY = 0.07;
const ROOT = 0.09;
const TIP = 0.51;
const CHORD = 0.18;
const GRIP_ARM = 0.15;

export class TailSketch {
  private readonly hub: Vector3;
  private readonly servo: Vector3;
  /** Parts that only stand there. */
  private readonly still: InkPart[];
  private readonly slider: InkPart;
  private readonly blades: InkPart[];
  private readonly horn: InkPart;
  private readonly rod: InkPart;
  private readonly lever: InkPart;
  private readonly balls: { horn: InkPart; lever: InkPart; grip: InkPart };
  private readonly gripArm: InkPart;

  constructor(
    private readonly ink: Ink,
    private readonly floor: number,
    private readonly r: number,
    private readonly tail: Tail,
  ) {
    const side = this.side;
    this.hub = new Vector3(side * 0.3 * r, -1.25 * r, floor + 0.5 * r);
    this.servo = new Vector3(side * 0.1 * r, -0.72 * r, floor + 0.2 * r);
    const body = new BoxGeometry(0.12 * r, 0.26 * r, 0.16 * r);
    this.still = [
      ink.strokes([0, this.hub.y, this.hub.z, ...this.hub.toArray()], "ink"),
      ink.solid(body.translate(0, this.servo.y - 0.04 * r, this.servo.z - 0.04 * r), "paper"),
    ];
    this.slider = ink.solid(new BoxGeometry(0.07 * r, 0.14 * r, 0.14 * r), "sheet");
    this.blades = [1, -1].map((up) => {
      const blade = new BoxGeometry(0.04 * r, CHORD * r, (TIP - ROOT) * r);
      return ink.solid(blade.translate(0, 0, (up * (ROOT + TIP) * r) / 2), "sheet");
    });
    const bar = (width: number, colour: string) =>
      ink.solid(new BoxGeometry(width * r, 1, width * r), colour);
    const ball = () => ink.solid(new IcosahedronGeometry(0.022 * r, 0), "ink", false);
    this.horn = bar(0.035, "faint");
    this.rod = bar(0.014, "ink");
    this.lever = bar(0.03, "faint");
    this.gripArm = bar(0.03, "faint");
    this.balls = { horn: ball(), lever: ball(), grip: ball() };
  }

  /** Put its parts where the rudder has them; nothing of it without a tail. */
  place(tail: DrawnTail | null) {
    const { ink, balls } = this;
    for (const part of this.still) ink.move(part, tail ? HERE : GONE);
    if (!tail) {
      const moving = [this.slider, this.horn, this.rod, this.lever, this.gripArm];
      for (const part of [...moving, ...this.blades, ...Object.values(balls)]) ink.move(part, GONE);
      return;
    }
    const slider = this.onTheWay(tail.slider_out);
    const { horn, lever, gripAxis, grip } = this.points(tail);
    ink.move(this.slider, new Matrix4().setPosition(slider));
    ink.move(this.horn, placeBar(this.servo, horn));
    ink.move(this.rod, placeBar(horn, lever));
    ink.move(this.lever, placeBar(lever, slider));
    ink.move(this.gripArm, placeBar(gripAxis, grip));
    ink.move(balls.horn, new Matrix4().setPosition(horn));
    ink.move(balls.lever, new Matrix4().setPosition(lever));
    ink.move(balls.grip, new Matrix4().setPosition(grip));
    for (const blade of this.blades) ink.move(blade, this.turned(tail));
  }

  /** The two ends of a length of the tail on the sketch; null for any other. */
  ends(path: string, tail: DrawnTail): Ends | null {
    const { r, hub } = this;
    const { horn, lever, gripAxis, grip } = this.points(tail);
    const zero = this.onTheWay(tail.zero_out);
    const onBlade = (y: number, z: number) =>
      new Vector3(0, y * r, z * r).applyMatrix4(this.turned(tail));
    // Plus pushes the nose right; whether that is away from the boom is a property of the tail.
    const plus = this.tail.plus_is_outward ? 1 : -1;
    const of: Record<string, Ends> = {
      "servo.arm_mm": [this.servo, horn],
      "servo.rod_mm": [horn, lever],
      "slider.minus_mm": [this.onTheWay(-plus), zero],
      "slider.plus_mm": [zero, this.onTheWay(plus)],
      offset_mm: [zero, this.onTheWay(tail.slider_out)],
      grip_arm_mm: [gripAxis, grip],
      radius_mm: [hub, onBlade(0, TIP)],
      root_mm: [hub, onBlade(0, ROOT)],
      chord_mm: [onBlade(-CHORD / 2, 0.4), onBlade(CHORD / 2, 0.4)],
      boom_mm: [new Vector3(0, 0, this.floor), new Vector3(0, hub.y, this.floor)],
    };
    return of[path] ?? null;
  }

  private get side(): 1 | -1 {
    return this.tail.side === "left" ? -1 : 1;
  }

  private points(tail: DrawnTail) {
    const { r, hub } = this;
    const swing = 0.05 * r * tail.slider_out;
    const turned = this.turned(tail);
    return {
      horn: this.servo.clone().add(new Vector3(0, swing, 0.15 * r)),
      lever: new Vector3(this.side * 0.1 * r, hub.y + 0.16 * r + swing, hub.z - 0.06 * r),
      gripAxis: new Vector3(0, 0, ROOT * r * 0.8).applyMatrix4(turned),
      grip: new Vector3(0, GRIP_ARM * r, ROOT * r * 0.8).applyMatrix4(turned),
    };
  }

  /** A place of the slider: −1 at the boom, 1 at its other end. */
  private onTheWay(out: number): Vector3 {
    return new Vector3(this.side * this.r * (0.15 + WAY * out), this.hub.y, this.hub.z);
  }

  /** A folded blade's edge, the rear one, swings to the side the nose is pushed to. */
  private turned(tail: DrawnTail): Matrix4 {
    return new Matrix4().makeRotationZ((tail.pitch_deg * Math.PI) / 180).setPosition(this.hub);
  }
}
