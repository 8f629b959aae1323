/**
 * Many small parts as one mesh of fills and one of ink lines. Each part is moved by its own matrix
 * on the processor: a few thousand numbers, where a draw call for every part would cost more.
 */
import {
  BufferAttribute,
  BufferGeometry,
  Color,
  DoubleSide,
  EdgesGeometry,
  Group,
  LineBasicMaterial,
  LineSegments,
  type Matrix4,
  Mesh,
  MeshBasicMaterial,
  Vector3,
} from "three";

/** Where a part's vertices begin and what they are when it is not moved. */
export type InkPart = { fill: Stretch; line: Stretch };

type Stretch = { from: number; rest: Float32Array; colour: string };

class Layer {
  readonly geometry = new BufferGeometry();
  private stretches: Stretch[] = [];
  private length = 0;
  private position = new BufferAttribute(new Float32Array(0), 3);

  add(rest: Float32Array, colour: string): Stretch {
    const stretch = { from: this.length, rest, colour };
    this.stretches.push(stretch);
    this.length += rest.length;
    return stretch;
  }

  seal() {
    this.position = new BufferAttribute(new Float32Array(this.length), 3);
    for (const stretch of this.stretches) this.position.array.set(stretch.rest, stretch.from);
    this.geometry.setAttribute("position", this.position);
    this.geometry.setAttribute("color", new BufferAttribute(new Float32Array(this.length), 3));
  }

  move(stretch: Stretch, matrix: Matrix4) {
    const { rest, from } = stretch;
    const out = this.position.array;
    for (let i = 0; i < rest.length; i += 3) {
      at.fromArray(rest, i)
        .applyMatrix4(matrix)
        .toArray(out, from + i);
    }
    this.position.needsUpdate = true;
  }

  repaint(colourOf: (name: string) => string) {
    const colours = this.geometry.getAttribute("color") as BufferAttribute;
    for (const { from, rest, colour } of this.stretches) {
      const paint = new Color(colourOf(colour));
      for (let i = 0; i < rest.length; i += 3) paint.toArray(colours.array, from + i);
    }
    colours.needsUpdate = true;
  }
}

const at = new Vector3();
const NOTHING = new Float32Array(0);

export class Ink {
  readonly group = new Group();
  private fills = new Layer();
  private lines = new Layer();

  /** Add a solid: filled in one colour, its sharp edges drawn in ink when asked. */
  solid(geometry: BufferGeometry, colour: string, edges = true): InkPart {
    const flat = geometry.index ? geometry.toNonIndexed() : geometry;
    const sharp = edges ? positions(new EdgesGeometry(geometry, 30)) : NOTHING;
    return {
      fill: this.fills.add(positions(flat), colour),
      line: this.lines.add(sharp, "ink"),
    };
  }

  /** Add loose lines, as pairs of points. */
  strokes(points: number[], colour: string): InkPart {
    return {
      fill: this.fills.add(NOTHING, colour),
      line: this.lines.add(Float32Array.from(points), colour),
    };
  }

  /** Make the meshes once every part is added. */
  seal() {
    this.fills.seal();
    this.lines.seal();
    // Fills step back a little, so that the ink drawn on their edges is never eaten.
    const fill = new MeshBasicMaterial({
      vertexColors: true,
      side: DoubleSide,
      polygonOffset: true,
      polygonOffsetFactor: 1,
      polygonOffsetUnits: 1,
    });
    const meshes = [
      new Mesh(this.fills.geometry, fill),
      new LineSegments(this.lines.geometry, new LineBasicMaterial({ vertexColors: true })),
    ];
    for (const mesh of meshes) {
      // Parts move inside the mesh, so its bounds at rest say nothing.
      mesh.frustumCulled = false;
      this.group.add(mesh);
    }
  }

  move(part: InkPart, matrix: Matrix4) {
    this.fills.move(part.fill, matrix);
    this.lines.move(part.line, matrix);
  }

  repaint(colourOf: (name: string) => string) {
    this.fills.repaint(colourOf);
    this.lines.repaint(colourOf);
  }

  dispose() {
    this.fills.geometry.dispose();
    this.lines.geometry.dispose();
  }
}

function positions(geometry: BufferGeometry): Float32Array {
  return geometry.getAttribute("position").array as Float32Array;
}
