import { z } from "zod";
import type { Schemas } from "@/api/client";
import { isNumber, plainNumber } from "@/format/figure";

type Page = Schemas["LotPage"];
type Claim = Schemas["Claim"];
type Requirement = Schemas["Requirement"];

export const empty = (text: string) => text.trim() === "";
const digits = z.string().refine(isNumber, "type a number");
const number = z.string().refine((text) => empty(text) || isNumber(text), "type a number, or nothing");
const count = z.string().refine((text) => empty(text) || /^[1-9]\d*$/.test(text.trim()), "a whole number, or nothing");
const within = (low: number, high: number) =>
  number.refine(
    (text) => empty(text) || ((plainNumber(text) ?? 0) >= low && (plainNumber(text) ?? 0) <= high),
    `from ${low} to ${high}`,
  );
const factor = within(1, 50);

const CLAIM = z.object({
  id: z.number().optional(),
  text: digits,
  unit: z.string(),
  measure: z.string(),
  kind: z.string(),
  factor,
  of_text: number,
  of_unit: z.string(),
  every_piece: z.boolean(),
  source: z.string().max(200),
  direction: z.string(),
});
const REQUIREMENT = z.object({
  id: z.number().optional(),
  text: digits,
  unit: z.string(),
  measure: z.string(),
  count,
  factor_low: within(1, 100),
  factor_high: within(1, 100),
  source: z.string().max(200),
});

/** What the screen Ask holds, as it is typed. */
export const ASK = z
  .object({
    name: z.string().trim().min(1, "is needed").max(160),
    item_type: z.string(),
    material: z.string().max(200),
    maker: z.string().max(200),
    differs_from_use: z.string().max(4000),
    direction: z.string(),
    configuration: z.string().max(120),
    item_condition: z.string().max(120),
    setup_class: z.string(),
    measurand: z.string(),
    display_unit: z.string(),
    rated_parts: z.array(z.string()).min(1, "one at least"),
    specimens_planned: count,
    relative_only: z.boolean(),
    reference_lot_id: z.string(),
    rated_quantity: z.string(),
    design_factor: factor,
    design_factor_key: z.string(),
    marking_text: number,
    marking_unit: z.string(),
    shared_percent: within(0, 50),
    shared_source: z.string().max(200),
    claims: z.array(CLAIM).max(20),
    requirements: z.array(REQUIREMENT).max(20),
  })
  .refine((ask) => ask.shared_percent.trim() === "" || ask.shared_source.trim() !== "", {
    path: ["shared_source"],
    message: "say where the figure comes from",
  })
  .refine((ask) => !ask.relative_only || ask.reference_lot_id !== "", {
    path: ["reference_lot_id"],
    message: "a lot that only ranks needs one",
  });
export type Ask = z.infer<typeof ASK>;

const typed = (value: number | null | undefined) => (value == null ? "" : String(Number(value.toPrecision(8))));

/** The form as the server last knew the lot. */
export function askOf({ lot, ask }: Page): Ask {
  const { terms } = ask;
  return {
    ...lot,
    specimens_planned: typed(lot.specimens_planned),
    reference_lot_id: typed(lot.reference_lot_id),
    rated_quantity: terms.rated_quantity,
    design_factor: typed(terms.design_factor),
    design_factor_key: terms.design_factor_key ?? "",
    marking_text: terms.marking_step?.text ?? "",
    marking_unit: terms.marking_step?.unit ?? lot.display_unit,
    shared_percent: typed(terms.shared_uncertainty_share === null ? null : terms.shared_uncertainty_share * 100),
    shared_source: terms.shared_uncertainty_source ?? "",
    claims: ask.claims.map(claimForm),
    requirements: ask.requirements.map(requirementForm),
  };
}

const claimForm = (claim: Claim): Ask["claims"][number] => ({
  ...claim,
  factor: typed(claim.factor),
  of_text: claim.of_text ?? "",
  of_unit: claim.of_unit ?? claim.unit,
});

const requirementForm = (wanted: Requirement): Ask["requirements"][number] => ({
  ...wanted,
  count: typed(wanted.count),
  factor_low: typed(wanted.factor_low),
  factor_high: typed(wanted.factor_high),
});

export const newClaim = (unit: string, direction: string): Ask["claims"][number] => ({
  text: "",
  unit,
  measure: "strength",
  kind: "minimum",
  factor: "",
  of_text: "",
  of_unit: unit,
  every_piece: false,
  source: "",
  direction,
});

export const newRequirement = (unit: string): Ask["requirements"][number] => ({
  text: "",
  unit,
  measure: "working_load",
  count: "",
  factor_low: "",
  factor_high: "",
  source: "",
});

/** Where the form shows a fault that the server names by its own field. */
export function fieldOf(name: string): string {
  const row = /^(claims|requirements)\.(\d+)$/.exec(name);
  if (row) return `${name}.text`;
  return SERVER_NAMES[name.replace(/^terms\./, "")] ?? name.replace(/^terms\./, "");
}
const SERVER_NAMES: Record<string, string> = {
  marking_step: "marking_text",
  "marking_step.text": "marking_text",
  shared_uncertainty_share: "shared_percent",
  shared_uncertainty_source: "shared_source",
};
