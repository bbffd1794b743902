import { isReading } from "@/format/figure";
import { plural } from "@/format/words";

export type Role = "force" | "displacement" | "seconds";
export type Reading = { force: string; displacement: string | null; seconds: string | null };
/** What each line holds, as it is chosen: readings one after the other, or one of each column. */
export const READINGS = "readings";
const WORDS: Record<Role, string> = { force: "reading", displacement: "dial", seconds: "time in s" };
const MOST_COLUMNS = 3;

/** The numbers of every line that holds any. */
export const linesOf = (text: string): string[][] =>
  text
    .split("\n")
    .map((line) => line.trim().split(/[\s;|]+/))
    .filter((fields) => fields[0] !== "");

export const widest = (lines: string[][]): number => Math.max(0, ...lines.map((fields) => fields.length));

function orders(roles: Role[], length: number): Role[][] {
  if (length === 0) return [[]];
  return roles.flatMap((role) =>
    orders(
      roles.filter((other) => other !== role),
      length - 1,
    ).map((rest) => [role, ...rest]),
  );
}

/** What so many numbers a line may be; nothing is left out of any of them. */
export function choicesOf(count: number): { value: string; label: string }[] {
  const rows = { value: READINGS, label: `${count} readings, one after the other` };
  if (count > MOST_COLUMNS) return [rows];
  const columns = orders(["force", "displacement", "seconds"], count).filter((order) => order.includes("force"));
  return [
    rows,
    ...columns.map((order) => ({ value: order.join(" "), label: order.map((role) => WORDS[role]).join(", then ") })),
  ];
}

export const hasDial = (holds: string): boolean => holds.includes("displacement");

/** The readings, or what is wrong with a line. */
export function readingsOf(lines: string[][], holds: string): { readings: Reading[]; fault: string | null } {
  const roles: string[] = widest(lines) <= 1 || holds === READINGS ? [] : holds.split(" ");
  const readings: Reading[] = [];
  for (const [at, fields] of lines.entries()) {
    const bad = fields.find((field) => !isReading(field.replace(/^[-−]/, "")));
    if (bad !== undefined) return { readings, fault: `Line ${at + 1} has no reading: “${bad}”.` };
    if (roles.length === 0) {
      readings.push(...fields.map((force) => ({ force, displacement: null, seconds: null })));
      continue;
    }
    if (fields.length !== roles.length) {
      return {
        readings,
        fault: `Line ${at + 1} has ${plural(fields.length, "number")}, and others have ${roles.length}.`,
      };
    }
    const of = (role: Role) => fields[roles.indexOf(role)] ?? null;
    readings.push({ force: of("force") ?? "", displacement: of("displacement"), seconds: of("seconds") });
  }
  return { readings, fault: null };
}

export type Noted = { count: number; readings: Reading[]; asked: boolean; fault: string | null };

/** What is typed, by what each line was said to hold; asked as long as that was not said. */
export function noted(text: string, holds: string, dial: boolean): Noted {
  const lines = linesOf(text);
  const count = widest(lines);
  const known = choicesOf(count).some((choice) => choice.value === holds);
  const { readings, fault } = readingsOf(lines, known ? holds : READINGS);
  const asked = count > 1 && !known;
  const dialless = !asked && count > 1 && hasDial(holds) && !dial;
  return { count, readings, asked, fault: fault ?? (dialless ? "Say in which unit the dial was read." : null) };
}
