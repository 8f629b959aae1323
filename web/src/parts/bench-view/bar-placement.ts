/** Where a bar goes that reaches from one point to another. */
import { Matrix4, Quaternion, Vector3 } from "three";

const ALONG_Y = new Vector3(0, 1, 0);

/** Stretch a bar of one unit along y between two points. */
export function placeBar(from: Vector3, to: Vector3): Matrix4 {
  const along = to.clone().sub(from);
  const length = Math.max(along.length(), 1e-6);
  const middle = from.clone().addScaledVector(along, 0.5);
  const turn = new Quaternion().setFromUnitVectors(ALONG_Y, along.divideScalar(length));
  return new Matrix4().compose(middle, turn, new Vector3(1, length, 1));
}
