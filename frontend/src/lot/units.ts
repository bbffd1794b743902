import { useQuery } from "@tanstack/react-query";
import { catalogueQuery } from "@/api/queries";
import type { Schemas } from "@/api/client";
import type { Unit } from "@/format/figure";
import { useSettings } from "./settings";

/** A measurand with its units; undefined until the tables are here. */
export function useMeasurand(key: string): Schemas["Measurand"] | undefined {
  const { data } = useQuery(catalogueQuery);
  return data?.measurands.find((m) => m.key === key);
}

/** The unit to show a lot in, with its factor for positions on an axis. */
export function useShownUnit(measurand: string, own: string): Unit {
  const units = useMeasurand(measurand)?.units ?? [];
  const wanted = useSettings().unitOf(measurand) ?? own;
  return units.find((u) => u.symbol === wanted) ?? units.find((u) => u.symbol === own) ?? { symbol: own, factor: 1 };
}
