import type { NewCheck } from "./useInstrument";

export type Way = "up" | "down";
export type CheckForm = {
  loads: string;
  loadUnit: string;
  readUnit: string;
  series: number;
  cells: Record<string, string>;
  gravity: "standard" | "place" | "given";
  latitude: string;
  height: string;
  g: string;
  buoyancy: boolean;
  masses: string;
  temperature: string;
  hanger: string;
  note: string;
  file: { id: number; steps: number } | null;
  stepLoads: string[];
};

export const emptyForm = (unit: string): CheckForm => ({
  loads: "",
  loadUnit: "kg",
  readUnit: unit,
  series: 3,
  cells: {},
  gravity: "standard",
  latitude: "",
  height: "",
  g: "",
  buoyancy: false,
  masses: "",
  temperature: "",
  hanger: "",
  note: "",
  file: null,
  stepLoads: [],
});

/** The loads as somebody lists them: apart by spaces, semicolons or lines; each may be a sum. */
export const loadsOf = (text: string): string[] =>
  text
    .replace(/\s*([+=])\s*/g, "$1")
    .split(/[\s;]+/)
    .filter((part) => part !== "");

export const cellKey = (series: number, way: Way, row: number) => `${series}.${way}.${row}`;

/** The cells of the grid in the order in which they are read: up, then down again, series after series. */
export function readingOrder(
  loads: string[],
  series: number,
): { key: string; series: number; way: Way; row: number }[] {
  return Array.from({ length: series }, (_, s) => [
    ...loads.map((_, row) => ({ key: cellKey(s, "up", row), series: s, way: "up" as const, row })),
    ...loads
      .slice(0, -1)
      .map((_, row) => ({ key: cellKey(s, "down", row), series: s, way: "down" as const, row }))
      .reverse(),
  ]).flat();
}

const number = (text: string): number | null => {
  const value = Number(text.trim().replace(",", ".").replace("\u2212", "-"));
  return text.trim() === "" || Number.isNaN(value) ? null : value;
};

/** What is sent of it; the way down is left out where nothing was read. */
export function checkOf(form: CheckForm, checkedAt: string, source: "typed" | "bench"): NewCheck {
  const conditions = {
    checked_at: checkedAt,
    gravity:
      form.gravity === "given"
        ? { value: number(form.g) }
        : form.gravity === "place"
          ? { latitude: number(form.latitude), height: number(form.height) ?? 0 }
          : null,
    buoyancy: form.buoyancy,
    masses_percent: number(form.masses),
    temperature: number(form.temperature),
    hanger: form.hanger.trim() === "" ? "hanger tared" : "",
    hanger_mass: form.hanger.trim() === "" ? null : { text: form.hanger.trim(), unit: "kg" },
    note: form.note.trim(),
  };
  if (form.file)
    return {
      ...conditions,
      attachment_id: form.file.id,
      loads: form.stepLoads.map((text) => ({ text: text.trim() || "0", unit: form.loadUnit })),
    };
  const loads = loadsOf(form.loads);
  const series = Array.from({ length: form.series }, (_, s) => ({
    readings: readingOrder(loads, form.series)
      .filter((cell) => cell.series === s && (form.cells[cell.key] ?? "").trim() !== "")
      .map((cell) => ({
        applied: { text: loads[cell.row] ?? "", unit: form.loadUnit },
        indicated: { text: (form.cells[cell.key] ?? "").trim(), unit: form.readUnit },
      })),
  })).filter((one) => one.readings.length > 0);
  return { ...conditions, source, series };
}

/** Whether there is enough to say anything: two loads read in a series, or a mass for each step of a file. */
export function enough(form: CheckForm): boolean {
  if (form.file) return form.stepLoads.some((text) => /[1-9]/.test(text));
  const loads = loadsOf(form.loads);
  const read = loads.filter((_, row) => (form.cells[cellKey(0, "up", row)] ?? "").trim() !== "");
  return read.length >= 2;
}
