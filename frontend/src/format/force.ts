const NEWTONS: Record<string, number> = { N: 1, daN: 10, kN: 1000, lbf: 4.4482216152605, kgf: 9.80665, tf: 9806.65 };

export const FORCE_UNITS = ["N", "daN", "kN", "lbf", "kgf", "tf"] as const;
export type ForceUnit = (typeof FORCE_UNITS)[number];

export const MINUS = "\u2212";
const THIN = "\u202f";

export const perUnit = (unit: string): number => NEWTONS[unit] ?? 1;
export const toUnit = (newtons: number, unit: string): number => newtons / perUnit(unit);
export const toNewtons = (value: number, unit: string): number => value * perUnit(unit);

/** Digits behind the point of the nearest 1-2-5 step to an instrument's resolution. */
export function decimalsFor(resolutionNewtons: number | null | undefined, unit: string, largestNewtons: number): number {
  const step = resolutionNewtons
    ? toUnit(resolutionNewtons, unit)
    : 10 ** (Math.floor(Math.log10(Math.max(toUnit(largestNewtons, unit), 1e-9))) - 2);
  const exponent = Math.floor(Math.log10(step) + (step / 10 ** Math.floor(Math.log10(step)) >= Math.sqrt(50) ? 1 : 0));
  return Math.max(0, -exponent);
}

/** A number with thin spaces between thousands and a proper minus. */
export function grouped(value: number, decimals: number): string {
  const [whole = "0", part] = Math.abs(value).toFixed(decimals).split(".");
  const spaced = whole.length > 4 ? whole.replace(/\B(?=(\d{3})+$)/g, THIN) : whole;
  const negative = value < 0 && Number(Math.abs(value).toFixed(decimals)) !== 0;
  return `${negative ? MINUS : ""}${spaced}${part ? `.${part}` : ""}`;
}

export type ForceText = { unit: string; resolution?: number | null; round?: "nearest" | "down" };

/** A force in a unit, no finer than the instrument; no unit behind it. */
export function force(newtons: number, { unit, resolution, round = "nearest" }: ForceText): string {
  const decimals = decimalsFor(resolution, unit, Math.abs(newtons));
  const scale = 10 ** decimals;
  const value = toUnit(newtons, unit);
  const snapped = round === "down" ? Math.floor(value * scale + 1e-6) / scale : value;
  return grouped(snapped, decimals);
}

type Figure = { text: string; unit: string; newtons: number };

/** A figure that the core stated: its own text in its own unit, rounded down into any other. */
export function figure(value: Figure, unit: string): string {
  if (value.unit === unit) return value.text.replace("-", MINUS);
  return force(value.newtons, { unit, round: "down" });
}

/** Reads what a person typed, with decimal point or comma. */
export function typedNumber(text: string): number | null {
  const cleaned = text
    .trim()
    .replace(/[\s\u202f\u00a0]/g, "")
    .replace(",", ".");
  return /^\d+(\.\d+)?$/.test(cleaned) ? Number(cleaned) : null;
}
