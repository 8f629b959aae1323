/** Swash layouts and arrangements in a pilot's words. */
import type { Layout, Summary } from "@/api/client";

export const LAYOUTS: Record<Layout, string> = {
  three_120: "three servos, 120°",
  three_140: "three servos, 140°",
  three_135: "three servos, 135°",
  three_90: "three servos, 90°",
  four_90: "four servos, 90° square",
  four_45: "four servos, 90° turned 45°",
  single: "one servo a function, mechanical mixing",
  custom: "custom balls",
};

export const ARRANGEMENTS: Record<Summary["arrangement"], string> = {
  unit_mixes: "unit mixes",
  transmitter_mixes_unit_behind: "transmitter mixes, unit behind",
  transmitter_mixes: "transmitter mixes, no cyclic stabiliser",
};
