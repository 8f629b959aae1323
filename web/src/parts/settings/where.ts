/** Where a setting is edited: the address of the place that shows it. */

const FUNCTIONS = ["collective", "aileron", "elevator", "rudder"];

export function placeOf(id: string, path: string): string {
  const home = `/helicopters/${id}`;
  const mode = /^transmitter\.modes\.(\w+)(?:\.(\w+))?/.exec(path);
  if (mode) {
    const open = mode[2]?.startsWith("throttle")
      ? "throttle"
      : mode[2] === "rates"
        ? "rates"
        : "pitch";
    return `${home}/modes?mode=${mode[1]}&open=${open}`;
  }
  const channel = /^transmitter\.channels\.(\w+)/.exec(path);
  if (channel?.[1] && FUNCTIONS.includes(channel[1])) {
    return `${home}/path?function=${channel[1]}&stage=channel`;
  }
  const stage = STAGES.find(([start]) => path.startsWith(start));
  return `${home}/path?function=${stage?.[2] ?? "collective"}&stage=${stage?.[1] ?? "stick"}`;
}

const STAGES: [start: string, stage: string, f: string][] = [
  ["transmitter.channels.throttle", "mixes", "collective"],
  ["transmitter.free_mixes", "mixes", "collective"],
  ["transmitter.swash_mix", "gain", "collective"],
  ["transmitter.servo_channels", "servos", "collective"],
  ["transmitter", "stick", "collective"],
  ["speed_controller", "stick", "collective"],
  ["unit.governor", "stick", "collective"],
  ["unit.collective", "gain", "collective"],
  ["unit.level_trim", "gain", "collective"],
  ["unit.tail", "arrival", "rudder"],
  ["unit.rated_volt", "stick", "collective"],
  ["unit.servos", "servos", "collective"],
  ["unit.frame_rate_hz", "servos", "collective"],
  ["unit.", "gain", "aileron"],
  ["airframe.servos", "horns", "collective"],
  ["airframe.swash", "swash", "collective"],
  ["airframe", "blade", "collective"],
];
