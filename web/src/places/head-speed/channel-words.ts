/** What a log's channels are called, and in which unit they are shown. */
import type { Channel } from "@/api/logs";

export const CHANNELS: Record<Channel, { name: string; unit: string }> = {
  time: { name: "Time", unit: "s" },
  head_rpm: { name: "Head speed", unit: "rpm" },
  motor_rpm: { name: "Motor speed", unit: "rpm" },
  throttle: { name: "Throttle", unit: "%" },
  volt: { name: "Pack voltage", unit: "V" },
  amp: { name: "Current", unit: "A" },
  temperature: { name: "Temperature", unit: "°C" },
  yaw_rate: { name: "Yaw rate", unit: "°/s" },
  tail_servo: { name: "Tail servo", unit: "µs" },
};
