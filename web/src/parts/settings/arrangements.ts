/** The three arrangements, in words. */
import type { Setup } from "@/api/client";

export const ARRANGEMENTS: Record<Setup["arrangement"], string> = {
  unit_mixes: "the unit",
  transmitter_mixes_unit_behind: "the transmitter, a unit rides behind",
  transmitter_mixes: "the transmitter, no cyclic stabiliser",
};
