import { plainNumber } from "@/format/figure";
import type { Unsaved } from "@/lot/unsaved";
import type { Ask } from "./askForm";

// What the other pages say of a field that is typed and not saved.
const NAMES: Partial<Record<keyof Ask, string>> = {
  item_type: "the item",
  differs_from_use: "how it differs from use",
  item_condition: "condition",
  setup_class: "set-up",
  display_unit: "unit",
  rated_parts: "what is rated",
  specimens_planned: "planned pulls",
  relative_only: "whether it only ranks",
  reference_lot_id: "the reference lot",
  design_factor_key: "use",
  marking_text: "marking step",
  marking_unit: "unit of the marking",
  shared_percent: "shared uncertainty",
  shared_source: "where the shared uncertainty comes from",
};
// Those whose value says something by itself.
const WITH_VALUE: (keyof Ask)[] = ["design_factor", "marking_text", "shared_percent", "specimens_planned", "name"];

/** What differs from what is saved, in words; null where nothing does. */
export function unsavedOf(now: Ask, known: Ask): Unsaved | null {
  const changed = (Object.keys(known) as (keyof Ask)[]).filter(
    (name) => JSON.stringify(now[name]) !== JSON.stringify(known[name]),
  );
  if (changed.length === 0) return null;
  const factor = changed.includes("design_factor") ? plainNumber(now.design_factor) : null;
  const said = changed.map((name) => {
    const words = NAMES[name] ?? name.replaceAll("_", " ");
    return WITH_VALUE.includes(name) && now[name] !== "" ? `${words} ${String(now[name])}` : words;
  });
  return factor !== null && factor >= 1 && factor <= 50 ? { said, factor } : { said };
}
