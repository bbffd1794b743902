/** Positions on an axis are converted here; figures never are: they come as text from the server, in every unit. */
export type Unit = { symbol: string; factor: number };
export type Figure = { text: string; unit: string; value_si: number; texts: Record<string, string> };

export const MINUS = "\u2212";
const THIN = "\u202f";

export const toUnit = (si: number, unit: Unit): number => si / unit.factor;

/** A number of an axis with thin spaces between thousands and a proper minus. */
export function grouped(value: number, decimals: number): string {
  const negative = value < 0 && Number(Math.abs(value).toFixed(decimals)) !== 0;
  return `${negative ? MINUS : ""}${spaced(Math.abs(value).toFixed(decimals))}`;
}

function spaced(digits: string): string {
  const [whole = "0", part] = digits.split(".");
  const thousands = whole.length > 4 ? whole.replace(/\B(?=(\d{3})+$)/g, THIN) : whole;
  return part ? `${thousands}.${part}` : thousands;
}

/** Digits as the core stated them, set as a printer would. */
export const typeset = (text: string): string =>
  /^-?\d+(\.\d+)?$/.test(text) ? `${text.startsWith("-") ? MINUS : ""}${spaced(text.replace("-", ""))}` : text;

/** A figure in a unit; in its own where that unit has none of it. */
export function shown(figure: Figure, unit: string): { text: string; unit: string } {
  const text = figure.texts[unit];
  return text === undefined ? { text: typeset(figure.text), unit: figure.unit } : { text: typeset(text), unit };
}

/** The same with its unit behind it. */
export function stated(figure: Figure, unit: string): string {
  const { text, unit: own } = shown(figure, unit);
  return `${text} ${own}`;
}

const bare = (text: string) => text.trim().replace(/[\s\u202f\u00a0]/g, "");
const PLAIN = /^\d+([.,]\d+)?$/;
const BY_COMMAS = /^[1-9]\d{0,2}(,\d{3})+(\.\d+)?$/;
const BY_POINTS = /^[1-9]\d{0,2}(\.\d{3})+(,\d+)?$/;
const OPEN = /^[1-9]\d{0,2},\d{3}$/;

/** Whether the comma of what was typed may be a decimal mark or part thousands: "12,500". */
export const isOpen = (text: string): boolean => OPEN.test(bare(text));

/** What was typed with a decimal point; null for what is no number, or where its comma is open. */
function plain(text: string): string | null {
  const digits = bare(text);
  if (OPEN.test(digits)) return null;
  if (PLAIN.test(digits)) return digits.replace(",", ".");
  if (BY_COMMAS.test(digits)) return digits.replaceAll(",", "");
  return BY_POINTS.test(digits) ? digits.replaceAll(".", "").replace(",", ".") : null;
}

/** Both readings of an open comma, without zeros that say nothing. */
export function meanings(text: string): { decimal: string; thousands: string } {
  const digits = bare(text);
  return { decimal: String(Number(digits.replace(",", "."))), thousands: digits.replace(",", "") };
}

/** Whether somebody typed a number that can be read in one way alone. */
export const isNumber = (text: string): boolean => plain(text) !== null;

/** Whether a display may have shown this; what its comma means is asked where it is open. */
export const isReading = (text: string): boolean => isNumber(text) || isOpen(text);

/** The number that somebody typed, for what is no measured value: a factor, a rate, a count. */
export function plainNumber(text: string): number | null {
  const digits = plain(text);
  return digits === null ? null : Number(digits);
}
