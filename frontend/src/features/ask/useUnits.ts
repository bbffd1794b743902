import { useQuery } from "@tanstack/react-query";
import { useFormContext, useWatch } from "react-hook-form";
import { catalogueQuery } from "@/api/queries";
import type { Ask } from "./askForm";

/** The units of what the form says is measured. */
export function useUnits(): { value: string; label: string }[] {
  const { control } = useFormContext<Ask>();
  const measurand = useWatch({ control, name: "measurand" });
  const { data: tables } = useQuery(catalogueQuery);
  const units = tables?.measurands.find((m) => m.key === measurand)?.units ?? [];
  return units.map((unit) => ({ value: unit.symbol, label: unit.symbol }));
}
