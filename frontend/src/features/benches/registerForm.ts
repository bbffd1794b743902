import type { Schemas } from "@/api/client";
import { plainNumber } from "@/format/figure";

type Typed = Schemas["Typed"];
type Kind = "text" | "typed" | "number" | "date" | "choice";
export type FieldSpec = {
  name: string;
  label: string;
  kind: Kind;
  quantity?: "force" | "displacement";
  unit?: string;
  options?: readonly string[];
  note?: string;
};
export type Values = Record<string, string>;

const force = (name: string, label: string, note?: string): FieldSpec => ({
  name,
  label,
  kind: "typed",
  quantity: "force",
  unit: "kN",
  note,
});
const length = (name: string, label: string, unit: string): FieldSpec => ({
  name,
  label,
  kind: "typed",
  quantity: "displacement",
  unit,
});
const number = (name: string, label: string, note?: string): FieldSpec => ({ name, label, kind: "number", note });
const text = (name: string, label: string): FieldSpec => ({ name, label, kind: "text" });

/** What the register holds of each kind of row, in the order in which it is asked. */
export const BENCH: FieldSpec[] = [
  text("name", "Name"),
  {
    name: "kind",
    label: "It is",
    kind: "choice",
    options: ["frame", "hand pump", "winch", "ram", "dead weight", "torque", "drop", "pressure"],
  },
  force("pull", "Pulls"),
  force("push", "Pushes"),
  force("guard", "Guard contains"),
  number("guard_joules", "Guard contains, J"),
  length("stroke", "Stroke", "mm"),
  length("arm", "Lever arm, where it turns", "m"),
  number("piston_cm2", "Piston, where it pumps, cm²"),
  length("bed", "Bed length", "m"),
  number("slowest_mm_per_minute", "Slowest, mm/min"),
  number("fastest_mm_per_minute", "Fastest, mm/min"),
  text("channels", "Channels"),
  { name: "counting_instrument_id", label: "Of two cells counts", kind: "choice" },
  { name: "address", label: "Answers at (host:port, text:host:port, file:NAME, simulated)", kind: "text" },
  text("note", "Note"),
];
export const INSTRUMENT: FieldSpec[] = [
  text("name", "Name"),
  text("serial", "Serial"),
  force("capacity", "Capacity"),
  force("resolution", "Resolution"),
  { name: "shows", label: "It shows", kind: "choice", options: ["force", "mass"], note: "mass: set with masses here" },
  { name: "unit", label: "In", kind: "choice", options: ["kN", "N", "daN", "kgf", "tf", "lbf"] },
  number("sampling_hertz", "Rate, Hz"),
  number("tolerance_percent", "The shop allows, % of reading"),
  force("tolerance", "or at least"),
  number("good_for_days", "A check is good for, days"),
  force("verified_low", "Verified from", "until its first check here"),
  force("verified_high", "Verified to"),
  { name: "due_on", label: "Check due on", kind: "date" },
  { name: "bench_id", label: "On bench", kind: "choice" },
  text("note", "Note"),
];
export const GEAR: FieldSpec[] = [
  text("name", "Name"),
  {
    name: "kind",
    label: "It is",
    kind: "choice",
    options: ["connector", "shackle", "pin", "sling", "rope", "jaw", "adapter", "eye", "fixture", "other"],
  },
  force("strength", "Strength", "empty: unknown, and nothing is assumed"),
  number("scatter_percent", "Scatter, %", "empty: 5 % is taken"),
  number("stiffness_n_per_mm", "Stiffness, N/mm"),
  number("pulls_before", "Pulls before this register"),
  force("highest_before", "Highest load before"),
  { name: "inspection_due_on", label: "Inspection due on", kind: "date" },
  text("note", "Note"),
];

type Row = Record<string, unknown>;
const isFigure = (value: unknown): value is Schemas["Figure"] =>
  typeof value === "object" && value !== null && "texts" in value;

/** A row as it is typed: each figure in the unit in which the form asks for it. */
export function valuesOf(specs: FieldSpec[], row: Row | null): Values {
  return Object.fromEntries(
    specs.flatMap((spec) => {
      const value = row?.[spec.name];
      if (spec.kind === "typed") {
        const figure = isFigure(value) ? value : null;
        const unit = figure
          ? figure.texts[spec.unit ?? ""] === undefined
            ? figure.unit
            : (spec.unit ?? "")
          : spec.unit;
        return [
          [spec.name, figure?.texts[unit ?? ""] ?? figure?.text ?? ""],
          [`${spec.name}.unit`, unit ?? ""],
        ];
      }
      return [[spec.name, value == null ? (row === null ? (spec.options?.[0] ?? "") : "") : String(value)]];
    }),
  );
}

/** What is sent: only what differs from what was there, so that a figure that nobody touched keeps all its digits. */
export function bodyOf(specs: FieldSpec[], values: Values, before: Values): Record<string, unknown> {
  const touched = (name: string) => values[name] !== before[name];
  return Object.fromEntries(
    specs
      .filter((spec) => touched(spec.name) || touched(`${spec.name}.unit`))
      .map((spec) => [spec.name, sent(spec, values)]),
  );
}

function sent(spec: FieldSpec, values: Values): string | number | Typed | null {
  const value = (values[spec.name] ?? "").trim();
  if (spec.kind === "text") return value;
  if (value === "") return spec.name === "pulls_before" ? 0 : null;
  if (spec.kind === "typed") return { text: value, unit: values[`${spec.name}.unit`] ?? "" };
  if (spec.kind === "number") return plainNumber(value);
  return spec.name.endsWith("_id") ? Number(value) : value;
}
