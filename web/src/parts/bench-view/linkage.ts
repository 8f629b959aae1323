/** The drawn linkage of one build: which parts there are, and where a frame puts each of them. */
import {
  BoxGeometry,
  CylinderGeometry,
  Group,
  IcosahedronGeometry,
  Matrix4,
  type PerspectiveCamera,
  Quaternion,
  RingGeometry,
  Vector3,
} from "three";
import type { Frame, Setup } from "@/api/client";
import { Airframe } from "./airframe";
import { placeBar } from "./bar-placement";
import { Dimension, type Length } from "./dimension";
import { Ink, type InkPart } from "./ink";
import { Labels } from "./labels";

type Drawn = Frame["scene"];
type Vec = readonly number[];
type DrawnServo = {
  body: InkPart;
  horn: InkPart;
  link: InkPart;
  hornBall: InkPart;
  swashBall: InkPart;
};
type DrawnBlade = {
  link: InkPart;
  innerBall: InkPart;
  gripBall: InkPart;
  arm: InkPart;
  body: InkPart[];
};

/** Where a drawn blade begins and ends, against the outer balls' radius; not to scale. */
const GRIPS = 1.1;
const REACHES = 4.5;
/** How much of the chord lies ahead of the feathering axis. */
const AHEAD = 0.33;
/** Labels on the page, in pixels. */
const NUMBER_PX = 22;
const PLACE_PX = 24;
const UP = new Vector3(0, 0, 1);
const ONE = new Vector3(1, 1, 1);

function at(point: Vec): Vector3 {
  return new Vector3(point[0], point[1], point[2]);
}

/** From the shaft along a blade at an azimuth (deg). */
function outward(azimuth: number): Vector3 {
  const at = (azimuth * Math.PI) / 180;
  return new Vector3(Math.sin(at), Math.cos(at), 0);
}

function placed(where: Vector3): Matrix4 {
  return new Matrix4().setPosition(where);
}

export class Linkage {
  readonly group = new Group();
  /** How big the whole is (mm), and the height of its middle: what the camera needs. */
  readonly size: number;
  readonly middle: number;
  /** Points (mm) that hold all of it between them, wherever the blades stand. */
  readonly extent: Vector3[];
  private ink = new Ink();
  private plate: InkPart[];
  private servos: DrawnServo[] = [];
  private blades: DrawnBlade[] = [];
  private words = new Labels(this.group);
  private numbers: Vector3[] = [];
  private unit: number;
  private airframe: Airframe;
  private dimension: Dimension;
  /** The length that is drawn now, by its setting's path. */
  measured: { path: string; length: Length } | null = null;

  constructor(private readonly setup: Setup) {
    const { head, servos } = setup.airframe;
    const { reach } = this.sketched;
    const low = Math.max(...servos.map((servo) => servo.link_length_mm));
    this.size = reach + low + head.head_height_mm;
    this.middle = (head.head_height_mm - low) / 2;
    this.unit = reach / 20;
    const u = this.unit;
    // Its figure comes first: the other words make room for it.
    this.dimension = new Dimension(u, this.words);
    const floor = -low - 8 * u;
    this.shaft(floor, head.head_height_mm + 6 * u);
    this.airframe = new Airframe(this.ink, floor, reach + 14 * u, setup.airframe.tail);
    const round = Array.from({ length: 24 }, (_, i) => (i * Math.PI) / 12);
    this.extent = [
      ...round.map((a) =>
        new Vector3(Math.sin(a), Math.cos(a), 0)
          .multiplyScalar(REACHES * reach)
          .setZ(head.head_height_mm),
      ),
      ...this.airframe.places.map(({ where }) => where),
      new Vector3(0, -1.6 * reach, floor),
    ];
    this.plate = this.swashplate(reach, head.inner_ball_radius_mm);
    servos.forEach((_, i) => {
      this.servos.push({
        body: this.ink.solid(new BoxGeometry(8 * u, 9 * u, 13 * u), "paper"),
        horn: this.bar(2.6 * u, 1.3 * u, "faint"),
        link: this.bar(0.9 * u, 0.9 * u, "ink"),
        hornBall: this.ball(1.5 * u),
        swashBall: this.ball(1.5 * u),
      });
      this.numbers.push(this.words.add(String(i + 1), NUMBER_PX).home);
    });
    for (let i = 0; i < head.blades; i++) {
      this.blades.push({
        link: this.bar(0.9 * u, 0.9 * u, "ink"),
        innerBall: this.ball(1.4 * u),
        gripBall: this.ball(1.4 * u),
        arm: this.bar(1.8 * u, 1.4 * u, "faint"),
        body: this.blade(i === 0 ? "mint" : "sheet"),
      });
    }
    for (const { text, where } of this.airframe.places) this.words.add(text, PLACE_PX, where);
    this.ink.seal();
    this.group.add(this.ink.group, this.dimension.group);
  }

  /** Put every part where a frame has it; a frame of another build is passed over. */
  place(drawn: Drawn) {
    if (drawn.shafts.length !== this.servos.length) return;
    if (drawn.blades.length !== this.blades.length) return;
    this.airframe.place(drawn.tail ?? null);
    const tilt = new Quaternion().setFromUnitVectors(UP, at(drawn.normal).normalize());
    const plate = new Matrix4().compose(at(drawn.centre), tilt, ONE);
    for (const part of this.plate) this.ink.move(part, plate);
    for (const [i, servo] of this.servos.entries()) this.placeServo(servo, drawn, i);
    for (const [i, blade] of this.blades.entries()) {
      const where = drawn.blades[i];
      if (where) this.placeBlade(blade, where);
    }
    this.measured = this.measure(drawn);
    this.dimension.place(this.measured?.length ?? null);
  }

  repaint(colourOf: (name: string) => string) {
    this.ink.repaint(colourOf);
    this.words.repaint(colourOf("ink"), colourOf("paper"));
    this.dimension.repaint(colourOf("mint"));
  }

  /** Put the words where they can be read from this camera, in a view so many pixels high. */
  arrange(camera: PerspectiveCamera, pixels: number) {
    this.words.arrange(camera, pixels, this.measured !== null);
  }

  dispose() {
    this.ink.dispose();
    this.dimension.dispose();
  }

  private measure(drawn: Drawn): Linkage["measured"] {
    const asked = drawn.dimension;
    if (!asked) return null;
    const blade = drawn.blades[0];
    const [start, end] = asked.ends ?? [];
    const ends: Length["ends"] | null =
      start && end
        ? [at(start), at(end)]
        : (this.airframe.ends(asked.path, drawn.tail ?? null) ??
          (blade ? this.bladeEnds(asked.path, blade) : null));
    if (!ends) return null;
    const length = { ends, value: asked.value_mm, toScale: asked.ends !== null };
    return { path: asked.path, length };
  }

  /** Where a length of the main rotor is on the sketched blade. */
  private bladeEnds(path: string, where: Drawn["blades"][number]): Length["ends"] | null {
    const { reach, chord } = this.sketched;
    const middle = (AHEAD - 0.5) * chord;
    const of: Record<string, Length["ends"]> = {
      "airframe.rotor.radius_mm": [new Vector3(), new Vector3(0, REACHES * reach, 0)],
      "airframe.rotor.root_mm": [new Vector3(), new Vector3(0, GRIPS * reach, 0)],
      "airframe.rotor.chord_mm": [
        // At the tip the line stands clear of the blade.
        new Vector3(middle - chord / 2, REACHES * reach, 0),
        new Vector3(middle + chord / 2, REACHES * reach, 0),
      ],
    };
    const turned = this.bladeTurned(where);
    for (const end of of[path] ?? []) end.applyMatrix4(turned);
    return of[path] ?? null;
  }

  /** What blade and airframe are sketched by. */
  private get sketched() {
    const { head, swash } = this.setup.airframe;
    const reach = Math.max(...swash.balls.map((ball) => ball.radius_mm));
    return { reach, chord: head.grip_arm_mm * 1.7 };
  }

  private placeServo(servo: DrawnServo, drawn: Drawn, i: number) {
    const shaft = at(drawn.shafts[i] as Vec);
    const hornBall = at(drawn.horn_balls[i] as Vec);
    const swashBall = at(drawn.swash_balls[i] as Vec);
    // The body stands beside its horn's plane, its top a little above the shaft.
    const bearing = ((this.setup.airframe.servos[i]?.arm_bearing_deg ?? 0) * Math.PI) / 180;
    const axis = new Vector3(Math.cos(bearing), -Math.sin(bearing), 0);
    const body = shaft.clone().addScaledVector(axis, 6 * this.unit);
    const turned = new Matrix4()
      .makeBasis(axis.clone().negate().cross(UP), axis, UP)
      .setPosition(body.addScaledVector(UP, -4 * this.unit));
    this.ink.move(servo.body, turned);
    this.ink.move(servo.horn, placeBar(shaft, hornBall));
    this.ink.move(servo.link, placeBar(hornBall, swashBall));
    this.ink.move(servo.hornBall, placed(hornBall));
    this.ink.move(servo.swashBall, placed(swashBall));
    this.numbers[i]?.copy(shaft).add(new Vector3(0, 0, -6 * this.unit));
  }

  private placeBlade(blade: DrawnBlade, where: Drawn["blades"][number]) {
    const head = this.setup.airframe.head;
    const axis = outward(where.azimuth_deg);
    const grip = at(where.grip_ball);
    const inner = at(where.inner_ball);
    const root = new Vector3(0, 0, head.head_height_mm);
    this.ink.move(blade.link, placeBar(inner, grip));
    this.ink.move(blade.innerBall, placed(inner));
    this.ink.move(blade.gripBall, placed(grip));
    this.ink.move(blade.arm, placeBar(root.clone().addScaledVector(axis, grip.dot(axis)), grip));
    const turned = this.bladeTurned(where);
    for (const part of blade.body) this.ink.move(part, turned);
  }

  /** The blade turns about its own axis: leading edge up is positive, whichever way it runs. */
  private bladeTurned(where: Drawn["blades"][number]): Matrix4 {
    const head = this.setup.airframe.head;
    const axis = outward(where.azimuth_deg);
    const forward = head.rotation === "clockwise" ? 1 : -1;
    const pitch = (where.pitch_deg * Math.PI) / 180;
    const chord = new Vector3(axis.y, -axis.x, 0)
      .multiplyScalar(forward * Math.cos(pitch))
      .addScaledVector(UP, Math.sin(pitch));
    return new Matrix4()
      .makeBasis(chord, axis, new Vector3().crossVectors(chord, axis))
      .setPosition(new Vector3(0, 0, head.head_height_mm));
  }

  private bar(width: number, thick: number, colour: string): InkPart {
    return this.ink.solid(new BoxGeometry(width, 1, thick), colour);
  }

  private ball(radius: number): InkPart {
    return this.ink.solid(new IcosahedronGeometry(radius, 0), "ink", false);
  }

  private shaft(from: number, to: number) {
    const shaft = new CylinderGeometry(1.6 * this.unit, 1.6 * this.unit, to - from, 12);
    shaft.rotateX(Math.PI / 2).translate(0, 0, (from + to) / 2);
    this.ink.solid(shaft, "edge", false);
  }

  private swashplate(outer: number, inner: number): InkPart[] {
    const u = this.unit;
    const ring = (radius: number, width: number, colour: string, z: number) =>
      this.ink.solid(
        new RingGeometry(radius - width, radius, 36).translate(0, 0, z) as RingGeometry,
        colour,
      );
    return [
      ring(Math.max(outer, inner * 0.9), Math.max(4 * u, outer - inner - u), "wash", 0),
      ring(inner, inner * 0.55, "sheet", 0.4 * u),
    ];
  }

  private blade(colour: string): InkPart[] {
    const { reach, chord } = this.sketched;
    const arm = this.setup.airframe.head.grip_arm_mm;
    const from = reach * GRIPS;
    const length = reach * (REACHES - GRIPS);
    const wing = new BoxGeometry(chord, length, chord * 0.09);
    wing.translate(-chord * (0.5 - AHEAD), from + length / 2, 0);
    const grip = new BoxGeometry(arm * 0.55, from, arm * 0.4);
    grip.translate(0, from / 2, 0);
    return [this.ink.solid(wing, colour), this.ink.solid(grip, "faint")];
  }
}
