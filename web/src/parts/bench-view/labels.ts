/** Labels in the drawing: each at its place, but never out of sight and never one over another. */
import {
  CanvasTexture,
  type Group,
  type PerspectiveCamera,
  Sprite,
  SpriteMaterial,
  SRGBColorSpace,
  Vector3,
} from "three";

/** Middle and half sizes, where the whole view is −1 to 1 each way. */
export type Box = { x: number; y: number; wide: number; high: number };

/** ``size``: how high it stands on the page, in pixels. */
export type Word = { text: string; sprite: Sprite; home: Vector3; size: number };

const EDGE = 0.98;
/** In a view so many pixels high words have their full size, in a lower one down to this share. */
const FULL_SIZE_FROM = 340;
const LEAST = 0.62;
/** A word's lettering, in pixels. */
const HIGH = 96;
const widthOf = (text: string) => (text.length > 1 ? Math.max(230, 44 * text.length) : HIGH);
const seen = new Vector3();

export class Labels {
  private words: Word[] = [];
  private ink = "";
  private paper = "";

  constructor(private readonly group: Group) {}

  add(text: string, size: number, home = new Vector3()): Word {
    const sprite = new Sprite(new SpriteMaterial({ depthTest: false, transparent: true }));
    this.group.add(sprite);
    const word = { text, sprite, home, size };
    this.words.push(word);
    return word;
  }

  /** Let a word say something else, or nothing. */
  say(word: Word, text: string) {
    if (word.text === text) return;
    word.text = text;
    this.letter(word);
  }

  private letter({ sprite, text }: Word) {
    sprite.visible = text !== "";
    sprite.material.map?.dispose();
    sprite.material.map = text ? lettering(text, this.ink, this.paper) : null;
    sprite.material.needsUpdate = true;
  }

  /**
   * Put every word where it can be read from this camera, in a view so many pixels high. Close to
   * one length a word of what is out of sight stays away; else it is brought to the edge.
   */
  arrange(camera: PerspectiveCamera, pixels: number, close: boolean) {
    camera.updateMatrixWorld();
    const half = Math.tan((camera.fov * Math.PI) / 360);
    const room = Math.min(1, Math.max(LEAST, pixels / FULL_SIZE_FROM));
    const pixel = (2 * half) / Math.max(pixels, 1);
    const depths: number[] = [];
    const said = this.words.filter(({ text, sprite, home }) => {
      seen.copy(home).project(camera);
      const away = Math.max(Math.abs(seen.x), Math.abs(seen.y)) > 1;
      sprite.visible = text !== "" && !(close && away);
      return sprite.visible;
    });
    const boxes = said.map(({ sprite, home, text, size }) => {
      seen.copy(home).applyMatrix4(camera.matrixWorldInverse);
      // As large on the page from near as from far; a low view leaves words less room.
      const grown = size * room * pixel * -seen.z;
      sprite.scale.set((grown * widthOf(text)) / HIGH, grown, 1);
      const high = grown / 2 / (-seen.z * half);
      const wide = (high * sprite.scale.x) / sprite.scale.y / camera.aspect;
      seen.copy(home).project(camera);
      depths.push(seen.z);
      return { x: seen.x, y: seen.y, wide, high };
    });
    for (const [i, { x, y }] of apart(boxes).entries())
      said[i]?.sprite.position.set(x, y, depths[i] ?? 0).unproject(camera);
  }

  repaint(ink: string, paper: string) {
    this.ink = ink;
    this.paper = paper;
    for (const word of this.words) this.letter(word);
  }
}

/**
 * Bring boxes into the view and, the first given undisturbed, each clear of those before it: to the
 * nearest free place above, below or beside. One that finds none stays where it lies.
 */
export function apart(boxes: Box[]): Box[] {
  const kept: Box[] = [];
  for (const box of boxes) {
    const own = inside(box);
    const tries = [own];
    for (const other of kept) {
      const beside = own.wide + other.wide;
      const over = own.high + other.high;
      for (const way of [1, -1]) {
        tries.push({ ...own, y: other.y + way * over });
        tries.push({ ...own, x: other.x + way * beside });
      }
    }
    const free = tries.filter((at) => inView(at) && !kept.some((other) => overlap(at, other)));
    const far = (at: Box) => Math.hypot(at.x - own.x, at.y - own.y);
    kept.push(free.reduce((best, at) => (far(at) < far(best) ? at : best), free[0] ?? own));
  }
  return kept;
}

function inside(box: Box): Box {
  const most = (half: number) => Math.max(EDGE - half, 0);
  const held = (at: number, half: number) => Math.max(-most(half), Math.min(most(half), at));
  return { ...box, x: held(box.x, box.wide), y: held(box.y, box.high) };
}

function inView(box: Box): boolean {
  const held = inside(box);
  return held.x === box.x && held.y === box.y;
}

export function overlap(a: Box, b: Box): boolean {
  const hair = 1e-9;
  return (
    Math.abs(a.x - b.x) < a.wide + b.wide - hair && Math.abs(a.y - b.y) < a.high + b.high - hair
  );
}

function lettering(text: string, ink: string, paper: string): CanvasTexture {
  const canvas = document.createElement("canvas");
  canvas.width = widthOf(text);
  canvas.height = HIGH;
  const pen = canvas.getContext("2d");
  if (pen) {
    pen.font = "700 72px 'Atkinson Hyperlegible Next Variable', sans-serif";
    pen.textAlign = "center";
    pen.textBaseline = "middle";
    pen.lineWidth = 10;
    pen.lineJoin = "round";
    pen.strokeStyle = paper;
    pen.strokeText(text, canvas.width / 2, 50);
    pen.fillStyle = ink;
    pen.fillText(text, canvas.width / 2, 50);
  }
  const texture = new CanvasTexture(canvas);
  texture.colorSpace = SRGBColorSpace;
  return texture;
}
