import { useQuery } from "@tanstack/react-query";
import type { Schemas } from "@/api/client";
import { catalogueQuery } from "@/api/queries";
import type { Unit } from "@/format/figure";
import { useLot } from "@/lot/context";

/** Strength in the unit that the lot is shown in; what is no strength in its own. */
export function useStudyUnit(study: Schemas["ComparisonStudy"]): Unit {
  const { unit, measurand } = useLot();
  const { data } = useQuery(catalogueQuery);
  if (measurand?.units.some((one) => one.symbol === study.unit)) return unit;
  const own = data?.measurands.flatMap((m) => m.units).find((one) => one.symbol === study.unit);
  return own ?? { symbol: study.unit, factor: 1 };
}
