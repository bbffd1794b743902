import { z } from "zod";
import type { Schemas } from "@/api/client";
import { isNumber } from "@/format/figure";
import { FAILING, type Kind } from "./ways";

type Judgement = Schemas["Judgement"];

const number = z.string().refine((text) => text.trim() === "" || isNumber(text), "must be a number");

export const DETAILS = z.object({
  part: z.string(),
  zone: z.string(),
  mode: z.string(),
  reason: z.string().max(400),
  upper: number,
  stated: number,
  unit: z.string(),
});
export type Details = z.infer<typeof DETAILS>;

/** What was said before the force was seen, as the form begins with it. */
export function detailsOfBlind(said: Schemas["SaidBlind"], unit: string): Details {
  return {
    part: said.failed_part ?? "",
    zone: said.zone ?? "",
    mode: said.mode ?? "",
    reason: said.is_void ? said.reason : "",
    upper: "",
    stated: "",
    unit,
  };
}

/** What is judged now, as the form has it; a typed value is the text that was typed, in its own unit. */
export function detailsOf(now: Judgement | null, unit: string): Details {
  const typed = now?.stated_text ?? "";
  return {
    part: now?.failed_part ?? "",
    zone: now?.zone ?? "",
    mode: now?.mode ?? "",
    reason: now?.reason ?? "",
    upper: now?.counts_as === "between" ? typed : "",
    stated: now?.counts_as === "at_most" ? typed : "",
    unit: now?.stated_unit ?? unit,
  };
}

const orNull = <T extends string>(text: string) => (text === "" ? null : (text as T));

/** What is sent. A break says what failed by being one; the value is the one that was looked at. */
export function judgementFrom(kind: Kind, details: Details, pull: Schemas["Pull"]): Schemas["NewJudgement"] {
  const typed = (text: string) => (text.trim() === "" ? null : { text: text.trim(), unit: details.unit });
  const part = details.part === "" && FAILING.includes(kind) ? "specimen" : details.part;
  return {
    counts_as: kind,
    measurement_id: pull.measurement?.id ?? null,
    failed_part: orNull(part),
    zone: orNull(details.zone),
    mode: orNull(details.mode),
    reason: details.reason,
    upper: kind === "between" ? typed(details.upper) : null,
    stated: kind === "at_most" ? typed(details.stated) : null,
  };
}
