import type { Schemas } from "@/api/client";
import { plainNumber } from "@/format/figure";
import { empty, type Ask } from "./askForm";

type Change = Omit<Schemas["LotChange"], "version">;

/** What a save sends: no more than what differs from what the server knew. */
export function changeOf(ask: Ask, known: Ask): Change {
  const [now, before] = [bodyOf(ask), bodyOf(known)];
  return { ...differing(now.lot, before.lot), ...termsChange(now.terms, before.terms) };
}

function termsChange(now: object, before: object): Change {
  const terms = differing(now, before);
  return Object.keys(terms).length === 0 ? {} : { terms };
}

function differing<T extends object>(now: T, before: T): Partial<T> {
  const same = (key: keyof T) => JSON.stringify(now[key]) === JSON.stringify(before[key]);
  return Object.fromEntries(Object.entries(now).filter(([key]) => !same(key as keyof T))) as Partial<T>;
}

function bodyOf(ask: Ask) {
  const { claims, requirements, ...rest } = ask;
  const lot = {
    ...LOT_WORDS.reduce((all, name) => ({ ...all, [name]: rest[name] }), {}),
    rated_parts: rest.rated_parts,
    relative_only: rest.relative_only,
    specimens_planned: plainNumber(rest.specimens_planned),
    reference_lot_id: plainNumber(rest.reference_lot_id),
    claims: claims.map(claimBody),
    requirements: requirements.map(requirementBody),
  };
  return { lot: lot as Change, terms: termsBody(ask) };
}

const LOT_WORDS = [
  "name",
  "item_type",
  "material",
  "maker",
  "differs_from_use",
  "direction",
  "configuration",
  "item_condition",
  "setup_class",
  "measurand",
  "display_unit",
] as const;

const termsBody = (ask: Ask) => ({
  rated_quantity: ask.rated_quantity,
  design_factor: plainNumber(ask.design_factor),
  design_factor_key: ask.design_factor_key || null,
  marking_step: empty(ask.marking_text) ? null : { text: ask.marking_text.trim(), unit: ask.marking_unit },
  shared_uncertainty_share: shareOf(ask.shared_percent),
  shared_uncertainty_source: ask.shared_source || null,
});

function claimBody(claim: Ask["claims"][number]) {
  const share = claim.measure === "share";
  return {
    ...(claim.id === undefined ? {} : { id: claim.id }),
    text: claim.text.trim(),
    unit: share ? "%" : claim.unit,
    measure: claim.measure,
    kind: claim.kind,
    factor: claim.measure === "working_load" ? plainNumber(claim.factor) : null,
    of_text: share ? claim.of_text.trim() || null : null,
    of_unit: share && claim.of_text.trim() ? claim.of_unit : null,
    every_piece: claim.every_piece,
    source: claim.source.trim(),
    direction: claim.direction,
  };
}

const requirementBody = (wanted: Ask["requirements"][number]) => ({
  ...(wanted.id === undefined ? {} : { id: wanted.id }),
  text: wanted.text.trim(),
  unit: wanted.unit,
  measure: wanted.measure,
  count: wanted.measure === "service" ? plainNumber(wanted.count) : null,
  factor_low: plainNumber(wanted.factor_low),
  factor_high: plainNumber(wanted.factor_high),
  source: wanted.source.trim(),
});

/** Nothing typed: it is computed from the cells that read the pulls. */
function shareOf(percent: string): number | null {
  const value = plainNumber(percent);
  return value === null ? null : value / 100;
}
