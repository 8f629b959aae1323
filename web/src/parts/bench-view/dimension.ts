/** A length drawn as a dimension: two thin lines out from its ends, a line with arrows, a figure. */
import {
  BoxGeometry,
  type BufferGeometry,
  Color,
  ConeGeometry,
  Group,
  type Matrix4,
  Mesh,
  MeshBasicMaterial,
  Vector3,
} from "three";
import { shown } from "@/parts/numbers";
import { placeBar } from "./bar-placement";
import type { Labels, Word } from "./labels";

/** Two ends (mm), what the setup has for the length, whether it is drawn to the linkage's scale. */
export type Length = { ends: [Vector3, Vector3]; value: number | null; toScale: boolean };

/** The figure on the page, in pixels. */
const FIGURE_PX = 28;
/** How far aside the line stands, in drawing units. */
const NEAR = 7;
/** A part that is sketched is the broader the longer it is: the line stands clear of it. */
const BROAD = 0.12;
const CLEAR = 14;
const UP = new Vector3(0, 0, 1);
const RIGHT = new Vector3(1, 0, 0);

export class Dimension {
  readonly group = new Group();
  private paint = new MeshBasicMaterial({ depthTest: false, transparent: true });
  private line: Mesh;
  private legs: [Mesh, Mesh];
  private arrows: [Mesh, Mesh];
  private word: Word;

  constructor(
    private readonly unit: number,
    private readonly words: Labels,
  ) {
    const thin = 0.35 * unit;
    this.line = this.part(new BoxGeometry(0.6 * unit, 1, 0.6 * unit));
    this.legs = [
      this.part(new BoxGeometry(thin, 1, thin)),
      this.part(new BoxGeometry(thin, 1, thin)),
    ];
    const arrow = () => this.part(new ConeGeometry(1.3 * unit, 3.2 * unit, 8));
    this.arrows = [arrow(), arrow()];
    this.word = words.add("", FIGURE_PX);
    this.group.visible = false;
  }

  /** Draw a length, or none. */
  place(drawn: Length | null) {
    this.group.visible = drawn !== null;
    this.words.say(this.word, drawn ? figure(drawn) : "");
    if (!drawn) return;
    const [start, end] = drawn.ends;
    const along = end.clone().sub(start);
    const length = Math.max(along.length(), 1e-6);
    along.divideScalar(length);
    const far = drawn.toScale ? NEAR : Math.min(CLEAR, NEAR + (BROAD * length) / this.unit);
    const aside = away(along, start, end).multiplyScalar(far * this.unit);
    const [from, to] = [start.clone().add(aside), end.clone().add(aside)];
    put(this.line, placeBar(from, to));
    put(this.legs[0], placeBar(start, start.clone().addScaledVector(aside, 1.15)));
    put(this.legs[1], placeBar(end, end.clone().addScaledVector(aside, 1.15)));
    // Between ends that are close, arrows would meet: then they are as small as there is room for.
    const tip = Math.min(1.6 * this.unit, length / 4);
    this.arrow(this.arrows[0], from, along.clone().negate(), tip);
    this.arrow(this.arrows[1], to, along, tip);
    this.word.home.copy(from).lerp(to, 0.5).addScaledVector(aside, 0.7);
  }

  repaint(colour: string) {
    this.paint.color = new Color(colour);
  }

  dispose() {
    for (const each of this.group.children) (each as Mesh).geometry.dispose();
    this.paint.dispose();
  }

  private part(geometry: BufferGeometry): Mesh {
    const mesh = new Mesh(geometry, this.paint);
    mesh.renderOrder = 5;
    mesh.frustumCulled = false;
    mesh.matrixAutoUpdate = false;
    this.group.add(mesh);
    return mesh;
  }

  /** A cone whose tip touches a point, seen along a way. */
  private arrow(mesh: Mesh, point: Vector3, way: Vector3, half: number) {
    const scale = half / (1.6 * this.unit);
    const middle = point.clone().addScaledVector(way, -half);
    const ahead = middle.clone().add(way);
    const matrix = placeBar(middle, ahead);
    matrix.setPosition(middle);
    matrix.scale(new Vector3(scale, scale, scale));
    put(mesh, matrix);
  }
}

/** The way aside from a length: out from the shaft where that is aside, else up. */
function away(along: Vector3, start: Vector3, end: Vector3): Vector3 {
  const out = start.clone().add(end).setZ(0);
  for (const way of [out.normalize(), UP.clone(), RIGHT.clone()]) {
    way.addScaledVector(along, -way.dot(along));
    if (way.length() > 0.5) return way.normalize();
  }
  return RIGHT.clone();
}

function figure({ value, toScale }: Length): string {
  if (value === null) return "not set";
  return `${shown(value, 1)} mm${toScale ? "" : ", not to scale"}`;
}

function put(mesh: Mesh, matrix: Matrix4) {
  mesh.matrix.copy(matrix);
  mesh.matrixWorldNeedsUpdate = true;
}
