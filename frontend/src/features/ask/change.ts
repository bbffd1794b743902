import type { Schemas } from "@/api/client";
import { toNewtons, typedNumber } from "@/format/force";
import type { Change, Draft } from "./useLotForm";

type Lot = Schemas["Lot"];
const FORCES = ["claim_newtons", "requirement_newtons"] as const;
const NUMBERS = ["specimens_planned", "claim_factor", "factor_low", "factor_high", "design_factor", "marking_step"] as const;
const SHARES = ["coverage_share", "confidence_share", "shared_uncertainty_share"] as const;
const EMPTY_AS_NULL = ["claim_measure", "claim_kind", "requirement_measure", "design_factor_key", "school"];

/** What the form says as the API wants it; the names of fields that are no numbers. Forces are typed in the lot's unit. */
export function changeOf(draft: Draft, lot: Lot): { change: Change; wrong: Record<string, string> } {
  const unit = typeof draft.display_unit === "string" ? draft.display_unit : lot.display_unit;
  const change: Record<string, unknown> = {};
  const wrong: Record<string, string> = {};
  for (const [name, value] of Object.entries(draft)) {
    if (typeof value === "boolean") change[name] = value;
    else if (isIn(FORCES, name) || isIn(NUMBERS, name) || isIn(SHARES, name)) {
      const number = value.trim() === "" ? null : typedNumber(value);
      if (value.trim() !== "" && number === null) wrong[name] = "must be a number";
      else if (number === null) change[name] = isIn(SHARES, name) ? 0 : null;
      else change[name] = isIn(FORCES, name) ? toNewtons(number, unit) : isIn(SHARES, name) ? number / 100 : number;
    } else change[name] = value === "" && EMPTY_AS_NULL.includes(name) ? null : value;
  }
  return { change: change as Change, wrong };
}

function isIn(list: readonly string[], name: string): boolean {
  return list.includes(name);
}
