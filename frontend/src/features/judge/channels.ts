import type { Unit } from "@/format/figure";

const UNITS: Record<string, Unit> = {
  displacement: { symbol: "mm", factor: 1e-3 },
  angle: { symbol: "°", factor: Math.PI / 180 },
  torque: { symbol: "N·m", factor: 1 },
  pressure: { symbol: "bar", factor: 1e5 },
  temperature: { symbol: "°C", factor: 1 },
};

/** The unit in which a channel that is not judged is drawn. */
export const channelUnit = (role: string): Unit =>
  UNITS[role] ?? { symbol: role === "other" ? "as logged" : role, factor: 1 };
