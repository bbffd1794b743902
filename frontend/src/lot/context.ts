import { createContext, useContext } from "react";
import type { Schemas } from "@/api/client";
import { stated, type Figure, type Unit } from "@/format/figure";

export type LotContextValue = {
  page: Schemas["LotPage"];
  measurand: Schemas["Measurand"] | undefined;
  unit: Unit;
  selected: string | null;
  setSelected: (id: string | null) => void;
  setTried: (rating: Schemas["Statement"] | undefined) => void;
};

export const LotContext = createContext<LotContextValue | null>(null);

/** The lot that the screen is about. */
export function useLot(): LotContextValue {
  const lot = useContext(LotContext);
  if (!lot) throw new Error("LotFrame is missing");
  return lot;
}

/** Figures of the lot as text, in the unit that is shown. */
export function useFigures() {
  const { unit } = useLot();
  return (figure: Figure | null | undefined): string => (figure ? stated(figure, unit.symbol) : "–");
}
