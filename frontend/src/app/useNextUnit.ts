import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useMatchRoute } from "@tanstack/react-router";
import type { Schemas } from "@/api/client";
import { catalogueQuery, keys } from "@/api/queries";
import { useSettings } from "@/lot/settings";

/** Goes through the units of what is on the screen; after the last one each lot is in its own again. */
export function useNextUnit() {
  const match = useMatchRoute()({ to: "/lots/$lotId", fuzzy: true });
  const queries = useQueryClient();
  const { data: tables } = useQuery(catalogueQuery);
  const { unitOf, setUnit } = useSettings();
  return () => {
    const page = match ? queries.getQueryData<Schemas["LotPage"]>(keys.lot(Number(match.lotId))) : undefined;
    const measurand = page?.lot.measurand ?? "force";
    const units = tables?.measurands.find((m) => m.key === measurand)?.units ?? [];
    const own = page?.lot.display_unit;
    // In a lot its own unit is one of them, so that every press shows another.
    const order = page ? units.map((u) => u.symbol) : [undefined, ...units.map((u) => u.symbol)];
    const next = order[(order.indexOf(unitOf(measurand) ?? own) + 1) % order.length];
    setUnit(measurand, next === own ? undefined : next);
  };
}
