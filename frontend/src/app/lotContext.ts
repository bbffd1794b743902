import { createContext, useContext } from "react";
import type { Schemas } from "@/api/client";

export type LotContextValue = {
  page: Schemas["LotPage"];
  unit: string;
  resolution: number | null;
  selected: string | null;
  setSelected: (id: string | null) => void;
  setTried: (rating: Schemas["Rating"] | undefined) => void;
};

export const LotContext = createContext<LotContextValue | null>(null);

/** The lot that the screen is about. */
export function useLot(): LotContextValue {
  const lot = useContext(LotContext);
  if (!lot) throw new Error("LotFrame is missing");
  return lot;
}
