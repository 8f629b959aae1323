/**
 * The drawing's stage: camera, turning the view, colours, and a draw at most once a screen frame.
 * Loaded only where the bench is shown. Core axes: x right, y forward, z up, all in mm.
 */
import { Color, PerspectiveCamera, Scene, Vector3, WebGLRenderer } from "three";
import { OrbitControls } from "three/addons/controls/OrbitControls.js";
import type { Frame, Setup } from "@/api/client";
import { Linkage } from "./linkage";

/** Drawn pixels for one of the page's, resting and, where the processor draws, moving. */
const FINE = 2;
const ROUGH = 0.5;
const REST_MS = 160;
/** How much of the view's half the whole may fill. */
const FILLS = 0.95;
/** How near the view comes to a length that is drawn, against where it was. */
const CLOSE = 0.45;
/** The same where the part is sketched small. */
const CLOSER = 0.25;
/** How many times its own length off the view stays, to have all of it in sight. */
const WHOLE = 2.2;
const USUAL_TURN = 32;
const USUAL_RISE = 22;

export class BenchScene {
  /** Counts drawn frames, for the browser benchmark. */
  draws = 0;
  private renderer: WebGLRenderer;
  private scene = new Scene();
  private camera = new PerspectiveCamera(32, 1, 5, 3000);
  private controls: OrbitControls;
  private linkage: Linkage | null = null;
  private size = 0;
  private asked = 0;
  private last: Frame["scene"] | null = null;
  /** The length looked at, and where the view was before; stale once the page was resized. */
  private closeUp: { path: string; target: Vector3; camera: Vector3; stale?: true } | null = null;

  private width = 1;
  private height = 1;
  private rest: ReturnType<typeof setTimeout> | undefined;
  /** A frame was shown and rested: from then on moving may be drawn with few pixels. */
  private opened = false;

  constructor(
    private readonly canvas: HTMLCanvasElement,
    private readonly byProcessor: boolean,
  ) {
    this.renderer = new WebGLRenderer({ canvas, antialias: !this.byProcessor });
    this.camera.up.copy(new Vector3(0, 0, 1));
    this.controls = new OrbitControls(this.camera, canvas);
    this.controls.enablePan = false;
    this.controls.addEventListener("change", this.draw);
  }

  /** Draw a helicopter of this build; called when the setup's geometry changes. */
  build(setup: Setup) {
    if (this.linkage) {
      this.scene.remove(this.linkage.group);
      this.linkage.dispose();
    }
    this.linkage = new Linkage(setup);
    this.scene.add(this.linkage.group);
    // A length that is looked at stays looked at while it changes.
    const middle = this.closeUp ? this.closeUp.target : this.controls.target;
    middle.set(0, 0, this.linkage.middle);
    if (this.size === 0) this.usual();
    this.repaint();
    if (this.last) this.show(this.last);
  }

  /** Put every part where this frame has it. */
  show(drawn: Frame["scene"]) {
    this.last = drawn;
    this.linkage?.place(drawn);
    this.closeToWhatIsMeasured();
    this.draw();
  }

  /** Step close to a length while it is drawn, and back to where the view was after it. */
  private closeToWhatIsMeasured() {
    const measured = this.linkage?.measured ?? null;
    const path = measured?.path ?? null;
    if (path === this.closeUp?.path) return;
    if (this.closeUp) {
      this.controls.target.copy(this.closeUp.target);
      this.camera.position.copy(this.closeUp.camera);
      const stale = this.closeUp.stale;
      this.closeUp = null;
      if (stale) this.orbit(0, 0);
    }
    if (measured && path) {
      const { target } = this.controls;
      this.closeUp = { path, target: target.clone(), camera: this.camera.position.clone() };
      const { ends, toScale } = measured.length;
      const [start, end] = ends;
      const from = this.camera.position.clone().sub(target);
      const away = Math.max(
        from.length() * (toScale ? CLOSE : CLOSER),
        start.distanceTo(end) * WHOLE,
      );
      // Square to the length, as near as can be to where the view was: none is seen shortened.
      const along = end.clone().sub(start).normalize();
      const square = from.addScaledVector(along, -from.dot(along));
      if (square.length() < 1e-6) square.set(0, -1, 0);
      target.copy(start).lerp(end, 0.5);
      this.camera.position.copy(target).addScaledVector(square.normalize(), away);
    }
    this.controls.update();
  }

  /** The view over the tail's left shoulder, the whole helicopter in sight. */
  usual() {
    this.size = this.linkage?.size ?? 100;
    this.look(USUAL_TURN, USUAL_RISE);
  }

  /** Turn the view by steps (deg), as the keys do. */
  orbit(turn: number, rise: number) {
    const from = this.camera.position.clone().sub(this.controls.target);
    const flat = Math.hypot(from.x, from.y);
    const nowTurn = (Math.atan2(-from.x, -from.y) * 180) / Math.PI;
    const nowRise = (Math.atan2(from.z, flat) * 180) / Math.PI;
    this.look(nowTurn + turn, Math.max(-80, Math.min(85, nowRise + rise)));
  }

  resize(width: number, height: number) {
    this.width = width;
    this.height = height;
    this.fineness(this.byProcessor ? FINE : Math.min(devicePixelRatio, FINE));
    this.camera.aspect = width / Math.max(height, 1);
    this.camera.updateProjectionMatrix();
    // A length that is looked at stays as near as it is.
    if (this.closeUp) this.closeUp.stale = true;
    else if (this.size > 0) this.orbit(0, 0);
    this.draw();
  }

  /** Take the theme's colours from the page. */
  repaint() {
    const style = getComputedStyle(this.canvas);
    const colourOf = (name: string) => style.getPropertyValue(`--${name}`).trim() || "#888";
    this.scene.background = new Color(colourOf("paper"));
    this.linkage?.repaint(colourOf);
    this.draw();
  }

  dispose() {
    cancelAnimationFrame(this.asked);
    clearTimeout(this.rest);
    this.controls.dispose();
    this.linkage?.dispose();
    this.renderer.dispose();
  }

  /** Look from an azimuth (deg from the tail, to the left) and height (deg). */
  private look(turn: number, rise: number) {
    const t = (turn * Math.PI) / 180;
    const r = (rise * Math.PI) / 180;
    const way = new Vector3(-Math.cos(r) * Math.sin(t), -Math.cos(r) * Math.cos(t), Math.sin(r));
    this.camera.position.copy(this.controls.target).addScaledVector(way, this.farEnough(way));
    this.controls.update();
    this.draw();
  }

  /** How far (mm) to step back along a way for everything to be in view, and no further. */
  private farEnough(way: Vector3): number {
    const high = Math.tan((this.camera.fov * Math.PI) / 360) * FILLS;
    const wide = high * this.camera.aspect;
    const right = new Vector3(-way.y, way.x, 0).normalize();
    const up = new Vector3().crossVectors(way, right);
    const far = (this.linkage?.extent ?? []).map((point) => {
      const from = point.clone().sub(this.controls.target);
      const needs = Math.max(Math.abs(from.dot(right)) / wide, Math.abs(from.dot(up)) / high);
      return from.dot(way) + needs;
    });
    return Math.max(this.size, ...far);
  }

  private draw = () => {
    if (this.asked) return;
    this.asked = requestAnimationFrame(() => {
      this.asked = 0;
      if (this.opened) this.roughWhileMoving();
      else this.openOnceItRests();
      this.render();
    });
  };

  private render() {
    this.linkage?.arrange(this.camera, this.height);
    this.renderer.render(this.scene, this.camera);
    this.draws += 1;
  }

  /** What is seen first is never coarser than what comes next. */
  private openOnceItRests() {
    clearTimeout(this.rest);
    this.rest = setTimeout(() => {
      this.opened = this.byProcessor && this.last !== null;
    }, REST_MS);
  }

  /** Without a graphics card: few pixels while something moves, many once it rests. */
  private roughWhileMoving() {
    this.fineness(ROUGH);
    clearTimeout(this.rest);
    this.rest = setTimeout(() => {
      this.fineness(FINE);
      this.render();
    }, REST_MS);
  }

  private fineness(pixels: number) {
    const fits =
      this.canvas.width === Math.floor(this.width * pixels) &&
      this.canvas.height === Math.floor(this.height * pixels);
    if (fits && this.renderer.getPixelRatio() === pixels) return;
    this.renderer.setPixelRatio(pixels);
    this.renderer.setSize(this.width, this.height, false);
  }
}
