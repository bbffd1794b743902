import { plainNumber } from "@/format/figure";

export type Stretch = { every: number; until: number };

const trimmed = (value: number) => String(Number(value.toFixed(4)));

/** One line a stretch: “24 to 336” reads every 24 until 336. */
export const scheduleText = (stretches: Stretch[]): string =>
  stretches.map((s) => `${trimmed(s.every)} to ${trimmed(s.until)}`).join("\n");

/** The stretches that were typed; null where a line makes no sense. */
export function readSchedule(text: string): Stretch[] | null {
  const lines = text.split("\n").filter((line) => line.trim() !== "");
  const found = lines.map((line) => {
    const [every, until] = line.split(/\s+to\s+/i).map((part) => plainNumber(part));
    return every && until ? { every, until } : null;
  });
  return found.every((one) => one !== null) ? found : null;
}

export type Step = { at: number; words: string };

/** One line a step: “1000 oven down to 21 °C”. */
export const programmeText = (steps: Step[]): string => steps.map((s) => `${trimmed(s.at)} ${s.words}`).join("\n");

export function readProgramme(text: string): Step[] | null {
  const lines = text.split("\n").filter((line) => line.trim() !== "");
  const found = lines.map((line) => {
    const [, at = "", words = ""] = /^\s*(\S+)\s+(.+)$/.exec(line) ?? [];
    const place = plainNumber(at);
    return place === null || words.trim() === "" ? null : { at: place, words: words.trim() };
  });
  return found.every((one) => one !== null) ? found : null;
}
